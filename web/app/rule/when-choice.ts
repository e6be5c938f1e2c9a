import { isTest, type RuleTree, type WhenTest } from '@core/rule/rule';

/** In which time, in the choices that cover nearly all cases: a window, and within it something that comes again. */
export interface WhenChoice {
  readonly kind: 'always' | 'season' | 'weekdays' | 'daily';
  readonly window: Extract<WhenTest, { test: 'window' }> | null;
  /** A season each year, or some weekdays. */
  readonly again: Extract<WhenTest, { test: 'recurring' }> | null;
  readonly daily: Extract<WhenTest, { test: 'time of day' }> | null;
}

/** Reads a tree as a choice, or gives null when it holds more. */
export function whenChoiceOf(tree: RuleTree<WhenTest>): WhenChoice | null {
  if (isTest(tree)) return whenChoiceOf({ all: [tree] });
  const any = tree.any ?? [];
  if ((tree.none ?? []).length > 0 || any.length > 1) return null;
  const parts = [...(tree.all ?? []), ...any];
  if (!parts.every(part => isTest(part))) return null;
  const tests = parts as readonly WhenTest[];
  const windows = tests.filter(test => test.test === 'window');
  const recurring = tests.filter(test => test.test === 'recurring');
  const daily = tests.filter(test => test.test === 'time of day');
  if (windows.length > 1 || recurring.length + daily.length > 1) return null;
  const again = recurring[0] ?? null;
  const kind = again ? kindOf(again.rule) : daily.length > 0 ? 'daily' : 'always';
  return kind === null ? null : { kind, window: windows[0] ?? null, again, daily: daily[0] ?? null };
}

function kindOf(rule: string): WhenChoice['kind'] | null {
  if (rule === 'FREQ=YEARLY') return 'season';
  return /^FREQ=WEEKLY;BYDAY=(?:MO|TU|WE|TH|FR|SA|SU)(?:,(?:MO|TU|WE|TH|FR|SA|SU))*$/.test(rule) ? 'weekdays' : null;
}
