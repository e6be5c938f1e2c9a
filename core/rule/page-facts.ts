import type { PageValue } from '../page/page';
import type { WhoTest } from './tests/who-tests';
import type { RuleTree } from './tree';

/** What a rule may know of a page. */
export interface PageFacts {
  /** Record id, or the name of a service page. */
  readonly id: string;
  readonly path: string;
  readonly type: string;
  readonly topics: readonly string[];
  readonly layout: string;
  /** The page itself first, then its parent, up to the top. */
  readonly lineage: readonly string[];
  readonly isFrontPage: boolean;
  /** Set on pages that nobody wrote: "not found", "sign-in". */
  readonly service: string | null;
  /** The pages by way of which menus lead here, the nearest first. */
  readonly menuItems: readonly string[];
  /** Who may read it, what it follows from the pages above taken in; an empty group lets anyone. */
  readonly readers: RuleTree<WhoTest>;
  /** What was written; null on service pages. */
  readonly written: PageValue | null;
  /** BCP 47 tag of the locale in which it is read. */
  readonly locale: string;
  /** Parameters of the address's query. */
  readonly query: Readonly<Record<string, string>>;
}

/** What the address adds to a page: its locale and the parameters of its query. */
export type Reading = Pick<PageFacts, 'locale' | 'query'>;
