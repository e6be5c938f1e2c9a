import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import type { PlacementEffect } from './reach';

/**
 * Says what a change of one placement does, for the button that does it: "Shows on 14 pages from 1 April, 2 more than now".
 * @param moment - UTC milliseconds from which one looks
 */
export function labelOfEffect(effect: PlacementEffect, moment: number, style: MomentStyle): string {
  const before = effect.before?.pages.length ?? 0;
  const after = effect.after?.pages.length ?? 0;
  if (after === 0) return before === 0 ? 'Shows on no page' : `Takes it off ${countOf(before, 'page')}`;
  return `Shows on ${countOf(after, 'page')}${timeWords(effect, moment, style)}${effect.before === null ? '' : `, ${compared(effect)}`}`;
}

function timeWords({ opens, closes }: PlacementEffect, moment: number, style: MomentStyle): string {
  if (opens === null) return ', but at no time ahead';
  const from = opens > moment ? ` from ${writeMoment(opens, style)}` : '';
  return closes === null ? from : `${from} until ${writeEnd(closes, style)}`;
}

function compared({ gained, lost, timesDiffer, readersDiffer }: PlacementEffect): string {
  const others = [...(timesDiffer ? ['at other times'] : []), ...(readersDiffer ? ['to other readers'] : [])];
  if (gained.length === 0 && lost.length === 0) return others.length === 0 ? 'as now' : `${listOf(others)} than now`;
  const pages =
    lost.length === 0
      ? `${gained.length} more than now`
      : gained.length === 0
        ? `${lost.length} fewer than now`
        : `${gained.length} gained and ${lost.length} lost`;
  return [pages, ...others].join(', ');
}
