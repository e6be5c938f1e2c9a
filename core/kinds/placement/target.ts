import type { PlacementValue, Target } from '../../placement/placement';
import type { Overlay } from '../../site/snapshot';
import { placement } from './kind';

/** Where a change puts a block; null for what is no placement, or takes one off. */
export function targetOf(change: Overlay): Target | null {
  return placementIn(change)?.target ?? null;
}

/** The placement that a change is of; null for what is none, or takes one off. */
export function placementIn({ kind, value }: Pick<Overlay, 'kind' | 'value'>): PlacementValue | null {
  return kind === placement.name ? (value as PlacementValue | null) : null;
}
