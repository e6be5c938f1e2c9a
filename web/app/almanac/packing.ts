import type { Almanac, AlmanacBar } from '@contract/almanac';
import { gapsWithin, unionOf } from '@core/schedule/interval';

/** A bar with where it stands: its row from the top, and its edges as shares of the span, 0 to 1. */
export interface PackedBar {
  readonly bar: AlmanacBar;
  readonly row: number;
  readonly left: number;
  readonly right: number;
}

/** A lane as it is drawn. */
export interface PackedLane {
  readonly key: string;
  readonly label: string;
  readonly steady: number;
  readonly rows: number;
  readonly bars: readonly PackedBar[];
  /** Times in which nothing is planned, between the first and the last that is, as shares of the span. */
  readonly gaps: readonly { readonly left: number; readonly right: number }[];
}

/** The least width that a bar takes up, as a share of the span, so that it can be hit. @see WCAG 2.2, 2.5.8 Target Size */
const leastShare = 0.03;

/**
 * Lays the bars of a lane into as few rows as they need, so that no two share a place.
 * @param span - what is drawn; bars are cut at its edges
 */
export function packLane(lane: Almanac['lanes'][number], { from, until }: { readonly from: number; readonly until: number }): PackedLane {
  const share = (at: number) => Math.min(1, Math.max(0, (at - from) / (until - from)));
  const ends: number[] = [];
  const bars = [...lane.bars]
    .sort((a, b) => a.from - b.from)
    .map((bar): PackedBar => {
      const left = Math.min(share(bar.from), 1 - leastShare);
      const right = Math.max(share(bar.until ?? until), left + leastShare);
      const free = ends.findIndex(end => end <= left);
      const row = free < 0 ? ends.length : free;
      ends[row] = right;
      return { bar, row, left, right };
    });
  return { key: lane.key, label: lane.label, steady: lane.steady, rows: Math.max(1, ends.length), bars, gaps: gapsOf(lane, share, until) };
}

function gapsOf({ bars, steady }: Almanac['lanes'][number], share: (at: number) => number, until: number): PackedLane['gaps'] {
  const planned = unionOf(bars.filter(each => each.state !== 'proposed').map(each => ({ from: each.from, until: each.until ?? until })));
  if (steady > 0 || planned.length < 2) return [];
  const whole = { from: planned[0]!.from, until: planned.at(-1)!.until };
  return gapsWithin(whole, planned)
    .map(each => ({ left: share(each.from), right: share(each.until) }))
    .filter(each => each.left < each.right);
}
