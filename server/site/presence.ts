import { LRUCache } from 'lru-cache';

/** How long somebody counts as here after they asked for a page, in milliseconds. */
const hereFor = 15 * 60_000;

/** The most who are known to be here; who came longest ago is forgotten first. */
const mostHere = 10_000;

/** Who of those who are signed in asked this server for a page lately. It is kept in memory alone. */
export class Presence {
  readonly #seen = new LRUCache<string, number>({ max: mostHere });

  /** Somebody asked for a page. @param now - UTC milliseconds */
  note(personId: string, now: number): void {
    this.#seen.set(personId, now);
  }

  /** The ids of those who are here, who came last first. @param now - UTC milliseconds */
  here(now: number): readonly string[] {
    return [...this.#seen.entries()].flatMap(([id, at]) => (now - at < hereFor ? [id] : []));
  }
}
