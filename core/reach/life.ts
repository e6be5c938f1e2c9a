import { countOf, writeMoment, type MomentStyle } from '../format/moment';
import { openTimeWithin } from '../rule/when';
import type { Rule } from '../rule/rule';
import type { Instant } from '../schedule/local-time';
import { say } from '../tongue/say';
import { effectHorizon } from './reach';

/**
 * How many pages a placement shows on over the life of its rule: "14 now, none from 1 September, 14 from 1 April".
 * @param pageCount - the pages that its rule names and whose layout has room
 */
export function lifeSentence(rule: Rule, pageCount: number, moment: Instant, style: MomentStyle): string {
  if (pageCount === 0) return say`none at any time`;
  const open = openTimeWithin(rule.when, { from: moment, until: moment + effectHorizon });
  if (open.length === 0) return say`none any more`;
  const pages = countOf(pageCount, 'page');
  const steps: string[] = [];
  if (open[0]!.from > moment) steps.push(say`none now`);
  for (const { from, until } of open.slice(0, 2)) {
    steps.push(`${pages} ${from <= moment ? say`now` : say`from ${writeMoment(from, style)}`}`);
    if (until < moment + effectHorizon) steps.push(say`none from ${writeMoment(until, style)}`);
  }
  return steps.slice(0, 3).join(', ');
}
