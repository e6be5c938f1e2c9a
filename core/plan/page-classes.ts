import { groupBy } from '../collection/group-by';
import { both, positionsOf, type BitSet } from '../reach/bit-set';
import type { Standing } from './standing';

/** Pages for which the same standings count and which are alike in all else that was asked for. */
export interface PageClass {
  readonly positions: readonly number[];
  /** Indexes of the standings that count here but not everywhere, ascending. */
  readonly own: readonly number[];
}

/** Pages parted into classes. */
export interface PageClasses {
  readonly classes: readonly PageClass[];
  /** Indexes of the standings that count on every page, ascending. */
  readonly everywhere: readonly number[];
}

/**
 * Parts pages into classes, each standing splitting what it holds from what it does not.
 * @param standings - those that may count, in order
 * @param likeness - pages of different likeness are never in one class
 */
export function classesOf(pages: BitSet, standings: readonly Standing[], likeness: (position: number) => string | number): PageClasses {
  const positions = positionsOf(pages);
  const classAt = new Map<number, Part>();
  const starts = new Map<string | number, Part>();
  for (const position of positions) {
    const like = likeness(position);
    let start = starts.get(like);
    if (!start) starts.set(like, (start = { above: null, standing: -1 }));
    classAt.set(position, start);
  }
  const everywhere: number[] = [];
  standings.forEach((standing, index) => {
    const held = positionsOf(both(standing.pages, pages));
    // What counts on every page splits nothing.
    if (held.length === positions.length) {
      everywhere.push(index);
      return;
    }
    const parts = new Map<Part, Part>();
    for (const position of held) {
      const above = classAt.get(position)!;
      let part = parts.get(above);
      if (!part) parts.set(above, (part = { above, standing: index }));
      classAt.set(position, part);
    }
  });
  const members = groupBy(positions, position => classAt.get(position)!);
  return { classes: [...members].map(([part, list]) => ({ positions: list, own: indexesOf(part) })), everywhere };
}

/** The standings that count in a class, in order. */
export function standingsOfClass({ own }: PageClass, { everywhere }: PageClasses, standings: readonly Standing[]): readonly Standing[] {
  return (own.length === 0 ? everywhere : [...own, ...everywhere].sort((a, b) => a - b)).map(index => standings[index]!);
}

interface Part {
  readonly above: Part | null;
  readonly standing: number;
}

function indexesOf(part: Part): readonly number[] {
  const own: number[] = [];
  for (let at: Part | null = part; at && at.standing >= 0; at = at.above) own.push(at.standing);
  return own.reverse();
}
