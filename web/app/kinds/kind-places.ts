import type { Found } from '@contract/assembling';
import type { Today } from '@contract/today';

/** A place in the product: a route and what stands behind its question mark. */
export interface Place {
  readonly link: readonly string[];
  readonly query: Readonly<Record<string, string | null | undefined>>;
}

/** Something wrong with a record, as Today lists it. */
export type Fault = Today['faults'][number];

/** Where records of a kind are worked on, and how they are told of. */
export interface KindPlaces {
  readonly name: string;
  /** Route of the list that they stand in. */
  readonly workspace: string;
  /** Route of the form in which one is written, before its id; left out, there is none. */
  readonly writer?: string;
  /** A page can be looked at with it selected. */
  readonly isSelectable?: boolean;
  /** It shows on pages itself. */
  readonly isSeen?: boolean;
  /** Where one goes that was looked for. */
  readonly foundAt: (found: Found) => Place;
  /** Where a fault of one is mended. @param local - an instant as the site's people write it in an address */
  readonly mendedAt: (fault: Fault, local: (instant: number) => string) => Place;
  /** Where a change to come will be noticed, in words. @param pages - the pages it concerns, in words */
  readonly noticed: (change: Today['changes'][number], pages: string) => string;
}
