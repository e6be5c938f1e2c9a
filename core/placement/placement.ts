import type { Rule } from '../rule/rule';

/** Where a placement goes on a page. */
export type Target =
  | { readonly kind: 'region'; readonly name: string }
  | { readonly kind: 'insertion point'; readonly name: string }
  /** Takes the place of a whole region on pages that have it. */
  | { readonly kind: 'stand in'; readonly name: string };

/** Names of the colours of a ground and of the words on it. */
export interface OwnGround {
  readonly ground: string;
  readonly ink: string;
}

/** One block put at one spot, with a rule, a look and an order. */
export interface PlacementValue {
  readonly version: 1;
  readonly blockId: string;
  readonly target: Target;
  /** Fractional key: a move writes one record. */
  readonly order: string;
  readonly rule: Rule;
  /** Kept but not shown. */
  readonly off: boolean;
  /** Name of a look of the theme; empty takes the theme's usual one. */
  readonly look: string;
  /** Colours of the theme in place of those of its look; left out, it has none of its own. */
  readonly ground?: OwnGround;
  readonly align: 'start' | 'centre' | 'end';
  readonly title: { readonly show: 'block' | 'own' | 'none'; readonly own: string };
  /** Fragment identifier for links; empty has none. */
  readonly anchor: string;
  /** Why it is there, in the words of whoever placed it. */
  readonly reason: string;
}

/** A placement as it starts: plain, with the block's title, for no reason given. */
export function freshPlacement(start: Pick<PlacementValue, 'blockId' | 'target' | 'order' | 'rule'>): PlacementValue {
  return { version: 1, ...start, off: false, look: '', align: 'start', title: { show: 'block', own: '' }, anchor: '', reason: '' };
}
