import { countOf, writeMoment, type MomentStyle } from '../format/moment';
import type { PlacementEffect } from './reach';

/** Says what a change of one placement does, for the button that does it: "Shows on 14 pages from 1 April". */
export function labelOfEffect(effect: PlacementEffect, moment: number, style: MomentStyle): string {
  const before = effect.before?.pages.length ?? 0;
  const after = effect.after?.pages.length ?? 0;
  if (after === 0) return before === 0 ? 'Shows on no page' : `Takes it off ${countOf(before, 'page')}`;
  const when = effect.opens === null ? ', but at no time ahead' : effect.opens > moment ? ` from ${writeMoment(effect.opens, style)}` : '';
  if (effect.before === null) return `Shows on ${countOf(after, 'page')}${when}`;
  const { gained, lost } = effect;
  const compared =
    gained.length === 0 && lost.length === 0
      ? ', as now'
      : lost.length === 0
        ? `, ${gained.length} more than now`
        : gained.length === 0
          ? `, ${lost.length} fewer than now`
          : `, ${gained.length} gained and ${lost.length} lost`;
  return `Shows on ${countOf(after, 'page')}${when}${compared}`;
}
