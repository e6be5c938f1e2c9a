/** The ways in which something comes again that can be picked; all else is a rule that is typed. */
export const ways = ['never', 'daily', 'weekly', 'fortnightly', 'weekdays', 'monthly', 'nth', 'yearly', 'rule'] as const;
/** See {@link ways}. */
export type Way = (typeof ways)[number];

/** What a recurrence rule says, as far as it can be picked. */
export interface PickedRule {
  readonly way: Way;
  /** Days as recurrence rules name them, for "weekdays" and "nth". */
  readonly days: readonly string[];
  /** Which one of the month, for "nth". */
  readonly ordinal: string;
  /** The last date on which it may come; empty for no end. */
  readonly until: string;
  /** The rule without its end. */
  readonly rule: string;
}

/** Ways of which there is nothing more to say, and their rules. */
const plain = {
  daily: 'FREQ=DAILY',
  weekly: 'FREQ=WEEKLY',
  fortnightly: 'FREQ=WEEKLY;INTERVAL=2',
  monthly: 'FREQ=MONTHLY',
  yearly: 'FREQ=YEARLY',
} as const;

/** The end of a day, to which something may come again on it. */
const ending = /;UNTIL=(\d{4})(\d\d)(\d\d)T235900Z$/;

/** What can be picked of a rule; null for one that was never set. @see RFC 5545 section 3.3.10 */
export function pickedOf(rule: string | null): PickedRule {
  const nothing = { days: [], ordinal: '1', until: '', rule: '' } as const;
  if (rule === null) return { ...nothing, way: 'never' };
  const end = ending.exec(rule);
  const until = end ? `${end[1]}-${end[2]}-${end[3]}` : '';
  const rest = rule.replace(ending, '');
  const known = { ...nothing, until, rule: rest };
  const plainly = ways.find(each => each in plain && plain[each as keyof typeof plain] === rest);
  if (plainly) return { ...known, way: plainly };
  const weekly = /^FREQ=WEEKLY;BYDAY=((?:[A-Z]{2},)*[A-Z]{2})$/.exec(rest);
  if (weekly) return { ...known, way: 'weekdays', days: weekly[1]!.split(',') };
  const nth = /^FREQ=MONTHLY;BYDAY=(-?\d)([A-Z]{2})$/.exec(rest);
  return nth ? { ...known, way: 'nth', ordinal: nth[1]!, days: [nth[2]!] } : { ...known, way: 'rule' };
}

/** The rule of what was picked; null for what does not come again. */
export function ruleOf({ way, days, ordinal, until, rule }: PickedRule): string | null {
  const rules: Readonly<Record<Way, string | null>> = {
    never: null,
    ...plain,
    weekdays: `FREQ=WEEKLY;BYDAY=${days.join(',')}`,
    nth: `FREQ=MONTHLY;BYDAY=${ordinal}${days[0] ?? 'MO'}`,
    rule,
  };
  const made = rules[way];
  return made === null || until === '' ? made : `${made};UNTIL=${until.replace(/-/g, '')}T235900Z`;
}
