import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import { say } from '../tongue/say';
import type { PlacementEffect } from './reach';

/**
 * Says what a change of one placement does, for the button that does it: "Shows on 14 pages from 1 April, 2 more than now".
 * @param moment - UTC milliseconds from which one looks
 */
export function labelOfEffect(effect: PlacementEffect, moment: number, style: MomentStyle): string {
  const before = effect.before?.pages.length ?? 0;
  const after = effect.after?.pages.length ?? 0;
  if (after === 0) return before === 0 ? say`Shows on no page` : say`Takes it off ${countOf(before, 'page')}`;
  const shows = say`Shows on ${countOf(after, 'page')}${timeWords(effect, moment, style)}`;
  return effect.before === null ? shows : `${shows}, ${compared(effect)}`;
}

function timeWords({ opens, closes }: PlacementEffect, moment: number, style: MomentStyle): string {
  if (opens === null) return say`, but at no time ahead`;
  const from = opens > moment ? say` from ${writeMoment(opens, style)}` : '';
  return closes === null ? from : say`${from} until ${writeEnd(closes, style)}`;
}

function compared({ gained, lost, timesDiffer, readersDiffer }: PlacementEffect): string {
  const others = [...(timesDiffer ? [say`at other times`] : []), ...(readersDiffer ? [say`to other readers`] : [])];
  if (gained.length === 0 && lost.length === 0) return others.length === 0 ? say`as now` : say`${listOf(others)} than now`;
  const pages =
    lost.length === 0
      ? say`${gained.length} more than now`
      : gained.length === 0
        ? say`${lost.length} fewer than now`
        : say`${gained.length} gained and ${lost.length} lost`;
  return [pages, ...others].join(', ');
}
