import type { LocalTime } from '../schedule/local-time';
import type { Rule } from './rule';
import type { WindowTest } from './tests/window/test';
import { isTest } from './tree';

/** The one window from a time until another that is all a rule itself says about times; null where it says more, or less. */
export function singleWindowOf({ when, follows }: Rule): WindowTest | null {
  if (follows.length > 0) return null;
  const { all = [], any = [], none = [] } = isTest(when) ? { all: [when] } : when;
  const [only] = [...all, ...any];
  const isAlone = all.length + any.length === 1 && none.length === 0;
  return isAlone && only && isTest(only) && only.test === 'window' ? only : null;
}

/** A rule with other ends to its {@link singleWindowOf}; what is left out stays. @throws RangeError when it has none */
export function withWindow(rule: Rule, ends: { readonly from?: LocalTime | null; readonly until?: LocalTime | null }): Rule {
  const window = singleWindowOf(rule);
  if (!window) throw new RangeError('The rule says more of times than one window');
  return { ...rule, when: { all: [{ ...window, ...ends }] } };
}
