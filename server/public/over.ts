import { pagesOver, type PageOver } from '@core/page/over';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';

/** The most pages of one last part of an address that are looked at. */
const mostLookedAt = 5;

/** Which page had an address until it was over, and what it said then. */
export class PagesOver {
  #known: {
    readonly version: number;
    readonly from: number;
    readonly until: number;
    readonly bySegment: ReadonlyMap<string, readonly PageOver[]>;
  } | null = null;

  constructor(private readonly site: Site) {}

  /**
   * The page that had an address or one above it, the nearest, as it was when readers had it last; null where none says what
   * they get now.
   */
  at(path: string, snapshot: SiteSnapshot): PageNode | null {
    const bySegment = this.#pages(snapshot);
    if (bySegment.size === 0) return null;
    for (let at = path; at !== ''; at = at.slice(0, at.lastIndexOf('/'))) {
      const candidates = bySegment.get(at.slice(at.lastIndexOf('/') + 1)) ?? [];
      for (const { id, lastAt } of candidates.slice(0, mostLookedAt)) {
        const page = this.site.snapshots.readIn(snapshot.locale, [], lastAt).pageByPath.get(at);
        if (page?.id === id) return page;
      }
      // What is still there above it has nothing to say of what never was.
      if (snapshot.pageByPath.has(at)) return null;
    }
    return null;
  }

  #pages({ moment, validUntil }: SiteSnapshot): ReadonlyMap<string, readonly PageOver[]> {
    const { ledger, clocks } = this.site;
    const version = ledger.publishedVersion;
    if (this.#known?.version !== version || moment < this.#known.from || moment >= this.#known.until)
      this.#known = { version, from: moment, until: validUntil, bySegment: pagesOver(ledger, moment, clocks.content()) };
    return this.#known.bySegment;
  }
}
