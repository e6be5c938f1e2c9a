import type { SiteSnapshot } from '@core/site/snapshot';
import { LRUCache } from 'lru-cache';
import type { Site } from '../site/site';
import { PageIndex } from './page-index';

/** Of how many moments other than now an index is kept. */
const mostMoments = 2;

/** An index for each locale in which somebody searches, of the site as it is, and of a few other moments that staff look at. */
export class PageIndexes {
  readonly #live = new Map<string, PageIndex>();
  readonly #elsewhen = new LRUCache<string, PageIndex>({ max: mostMoments });
  /** What is being brought up to date; whoever asks meanwhile waits for the same. */
  readonly #underWay = new Map<PageIndex, Promise<PageIndex>>();

  /** The index of a snapshot, up to date. */
  async of(site: Site, snapshot: SiteSnapshot): Promise<PageIndex> {
    const index = this.#indexFor(site, snapshot);
    while (!index.isOf(snapshot)) await (this.#underWay.get(index) ?? this.#update(site, index, snapshot));
    return index;
  }

  #indexFor(site: Site, { locale, moment }: SiteSnapshot): PageIndex {
    const now = site.clocks.content();
    // A page of a moment ago is the page of now, as long as nothing has begun or ended.
    const isNow = moment <= now && now - moment < longestAnswer;
    if (!isNow) {
      const key = `${locale} ${moment}`;
      const kept = this.#elsewhen.get(key) ?? new PageIndex(locale);
      this.#elsewhen.set(key, kept);
      return kept;
    }
    const live = this.#live.get(locale) ?? new PageIndex(locale);
    this.#live.set(locale, live);
    return live;
  }

  #update(site: Site, index: PageIndex, snapshot: SiteSnapshot): Promise<PageIndex> {
    const { registry } = site.asSetAt(snapshot.moment);
    const made = site.turns
      .through(index.update(snapshot, registry))
      .then(() => index)
      .finally(() => this.#underWay.delete(index));
    this.#underWay.set(index, made);
    return made;
  }
}

/** How long an answer may take, in milliseconds, for its moment still to count as now. */
const longestAnswer = 60_000;
