import type { Instant } from '../schedule/local-time';
import type { PageNode } from '../site/snapshot';

/** A page as lists name it. */
export interface NamedPage {
  readonly id: string;
  readonly title: string;
  readonly path: string;
}

/** What readers notice of a change. */
export interface Effect {
  readonly recordId: string;
  readonly label: string;
  /** The pages that it concerns afterwards. */
  readonly pages: readonly NamedPage[];
  readonly gained: readonly NamedPage[];
  readonly lost: readonly NamedPage[];
  /** When it first shows; null when that is not the question. */
  readonly opens: Instant | null;
  readonly warnings: readonly string[];
  /** What becomes of addresses that a page leaves has to be said: it moves, or it is taken off. */
  readonly leaves: 'moved' | 'taken off' | null;
}

/** An effect on nothing. */
export const noPages: Omit<Effect, 'recordId' | 'label'> = { pages: [], gained: [], lost: [], opens: null, warnings: [], leaves: null };

/** The page's id, title and path. */
export function namedPage(page: PageNode): NamedPage {
  return { id: page.id, title: page.value.title, path: page.address };
}
