import { isTest, type RuleTree, type WhenTest } from '@core/rule/rule';

type TestNamed<Name> = Extract<WhenTest, { test: Name }>;

/** What may be excepted: some days, or a season. */
export type Exception = TestNamed<'window'> | TestNamed<'season'>;

/** In which time, in the choices that cover nearly all cases: a window, within it something that comes again, and exceptions. */
export interface WhenChoice {
  readonly kind: 'always' | 'yearly' | 'weekdays' | 'monthly' | 'daily' | 'named';
  readonly window: TestNamed<'window'> | null;
  /** A time each year, some weekdays, or a weekday of each month. */
  readonly again: TestNamed<'recurring'> | null;
  readonly daily: TestNamed<'time of day'> | null;
  readonly named: TestNamed<'season'> | null;
  readonly except: readonly Exception[];
}

/** Reads a tree as a choice, or gives null when it holds more. */
export function whenChoiceOf(tree: RuleTree<WhenTest>): WhenChoice | null {
  if (isTest(tree)) return whenChoiceOf({ all: [tree] });
  const any = tree.any ?? [];
  const none = tree.none ?? [];
  const parts = [...(tree.all ?? []), ...any];
  if (any.length > 1 || ![...parts, ...none].every(part => isTest(part))) return null;
  const [tests, except] = [parts as readonly WhenTest[], none as readonly WhenTest[]];
  if (!except.every(isException)) return null;
  const named = <Name extends WhenTest['test']>(name: Name) => tests.filter((test): test is TestNamed<Name> => test.test === name);
  const [windows, recurring, daily, seasons] = [named('window'), named('recurring'), named('time of day'), named('season')];
  if (windows.length > 1 || recurring.length + daily.length + seasons.length > 1) return null;
  const again = recurring[0] ?? null;
  const kind = again ? kindOf(again.rule) : daily.length > 0 ? 'daily' : seasons.length > 0 ? 'named' : 'always';
  return kind && { kind, window: windows[0] ?? null, again, daily: daily[0] ?? null, named: seasons[0] ?? null, except };
}

/** Writes a choice as a tree. */
export function treeOfWhenChoice({ window, again, daily, named, except }: WhenChoice): RuleTree<WhenTest> {
  const all = [window, again, daily, named].filter(test => test !== null);
  return { ...(all.length > 0 && { all }), ...(except.length > 0 && { none: except }) };
}

function isException(test: WhenTest): test is Exception {
  return test.test === 'season' || (test.test === 'window' && test.from !== null && test.until !== null);
}

const weekday = '(?:MO|TU|WE|TH|FR|SA|SU)';
const weekly = new RegExp(`^FREQ=WEEKLY;BYDAY=${weekday}(?:,${weekday})*$`);
const monthly = new RegExp(`^FREQ=MONTHLY;BYDAY=(?:[1-4]|-1)${weekday}$`);

function kindOf(rule: string): WhenChoice['kind'] | null {
  if (rule === 'FREQ=YEARLY') return 'yearly';
  return weekly.test(rule) ? 'weekdays' : monthly.test(rule) ? 'monthly' : null;
}
