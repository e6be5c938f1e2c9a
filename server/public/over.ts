import { pagesOver, type PageOver } from '@core/page/over';
import { localeNamed, prefixOf } from '@core/locale/site-locale';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { LRUCache } from 'lru-cache';
import type { Site } from '../site/site';

/** The most pages of one last part of an address that are looked at. */
const mostLookedAt = 5;

/** Of how many pages, in each language, it is kept what they were: the site as it was then takes long to bring back. */
const mostKept = 5_000;

/** A page as it was when readers had it last. */
export type PageThen = Pick<PageNode, 'id' | 'address' | 'facts' | 'value'>;

/** Which page had an address until it was over, and what it said then. */
export class PagesOver {
  #known: {
    readonly version: number;
    readonly from: number;
    readonly until: number;
    readonly bySegment: ReadonlyMap<string, readonly PageOver[]>;
  } | null = null;
  readonly #then = new LRUCache<string, { readonly page: PageThen | null }>({ max: mostKept });

  constructor(private readonly site: Site) {}

  /**
   * The page that had an address or one above it, the nearest, as it was when readers had it last; null where none says what
   * they get now.
   */
  at(path: string, snapshot: SiteSnapshot): PageThen | null {
    const bySegment = this.#pages(snapshot);
    if (bySegment.size === 0) return null;
    for (let at = path; at !== ''; at = at.slice(0, at.lastIndexOf('/'))) {
      const candidates = bySegment.get(at.slice(at.lastIndexOf('/') + 1)) ?? [];
      for (const over of candidates.slice(0, mostLookedAt)) {
        const page = this.#pageThen(over, snapshot.locale);
        if (page?.address === at) return page;
      }
      // What is still there above it has nothing to say of what never was.
      if (snapshot.pageByPath.has(at)) return null;
    }
    return null;
  }

  #pageThen({ id, lastAt }: PageOver, locale: string): PageThen | null {
    const key = `${locale} ${id} ${lastAt}`;
    const known = this.#then.get(key);
    if (known) return known.page;
    const node = this.site.snapshots.readIn(locale, [], lastAt).pageById.get(id);
    const page = node ? { id, address: this.#addressNow(node.address, locale, lastAt), facts: node.facts, value: node.value } : null;
    this.#then.set(key, { page });
    return page;
  }

  // The addresses of a locale may begin otherwise since: what they began with leads on to what they begin with now.
  #addressNow(address: string, locale: string, then: number): string {
    const [before, now] = [this.site.asSetAt(then), this.site].map(({ settings }) => {
      const named = localeNamed(settings.locales, locale);
      return named ? prefixOf(named) : '';
    });
    return before === now || !address.startsWith(before!) ? address : `${now}${address.slice(before!.length)}`;
  }

  #pages({ moment, validUntil }: SiteSnapshot): ReadonlyMap<string, readonly PageOver[]> {
    const { ledger, clocks } = this.site;
    const version = ledger.publishedVersion;
    if (this.#known?.version !== version || moment < this.#known.from || moment >= this.#known.until) {
      this.#known = { version, from: moment, until: validUntil, bySegment: pagesOver(ledger, moment, clocks.content()) };
      this.#then.clear();
    }
    return this.#known.bySegment;
  }
}
