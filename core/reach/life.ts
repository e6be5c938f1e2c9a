import { countOf, writeMoment, type MomentStyle } from '../format/moment';
import { openTimeWithin } from '../rule/when';
import type { Rule } from '../rule/rule';
import type { Instant } from '../schedule/local-time';
import { effectHorizon } from './reach';

/**
 * How many pages a placement shows on over the life of its rule: "14 now, none from 1 September, 14 from 1 April".
 * @param pageCount - the pages that its rule names and whose layout has room
 */
export function lifeSentence(rule: Rule, pageCount: number, moment: Instant, style: MomentStyle): string {
  const pages = pageCount === 0 ? 'none' : countOf(pageCount, 'page');
  if (pageCount === 0) return 'none at any time';
  const open = openTimeWithin(rule.when, { from: moment, until: moment + effectHorizon });
  if (open.length === 0) return 'none any more';
  const steps: string[] = [];
  if (open[0]!.from > moment) steps.push('none now');
  for (const { from, until } of open.slice(0, 2)) {
    steps.push(`${pages} ${from <= moment ? 'now' : `from ${writeMoment(from, style)}`}`);
    if (until < moment + effectHorizon) steps.push(`none from ${writeMoment(until, style)}`);
  }
  return steps.slice(0, 3).join(', ');
}
