import type { BlockValue } from '../block/block';
import { say } from '../tongue/say';
import type { PlacementValue } from './placement';

/** A block as a separate copy of another: everything of it but its title, its own readers included. */
export function copyOfBlock(block: BlockValue, title: string): BlockValue {
  return { ...block, title };
}

/** What a copy of a placement must say for itself. */
export type CopyDiffers = Pick<PlacementValue, 'blockId' | 'target' | 'order'> & Partial<PlacementValue>;

/**
 * A placement as a copy of another: everything of it but what is asked to differ. An anchor names one spot of a page,
 * so a copy starts without one.
 */
export function copyOfPlacement(placement: PlacementValue, differs: CopyDiffers): PlacementValue {
  return { ...placement, anchor: '', ...differs };
}

/** A readable title that no other block has: a copy of a copy counts on rather than piling up. */
export function uniqueTitle(title: string, taken: readonly string[]): string {
  const uncounted = title.replace(/ \d+$/, '');
  // It may be a copy that somebody made in English, or in the language of whoever copies now.
  const ending = [', copy', say`${''}, copy`].find(each => uncounted.endsWith(each));
  const base = ending === undefined ? title : uncounted.slice(0, -ending.length);
  for (let count = 1; ; count += 1) {
    const candidate = count === 1 ? say`${base}, copy` : say`${base}, copy ${count}`;
    if (!taken.includes(candidate)) return candidate;
  }
}
