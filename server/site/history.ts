import type { Revision } from '@core/ledger/records';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { readBodies } from '../repositories/ledger-repository';
import { PastRevision } from '../repositories/past-revision';

/** The most characters of old values that are held; what was asked for least lately goes first. */
const mostHeld = 16 * 1024 * 1024;

/** Reads the values of revisions that are only history, and holds some. */
export class History {
  readonly #held = new LRUCache<string, PastRevision>({ maxSize: mostHeld, dispose: revision => revision.release() });

  constructor(private readonly knex: Knex) {}

  /** Makes sure that the values of some revisions are there for whoever looks at them next. */
  async read(revisions: readonly Revision[]): Promise<void> {
    const missing = revisions.filter((each): each is PastRevision => each instanceof PastRevision && this.#held.get(each.id) === undefined);
    for (const [revision, text] of await this.#bodiesOf(missing)) {
      revision.hold(text);
      this.#held.set(revision.id, revision, { size: (text?.length ?? 0) + 1 });
    }
  }

  /** The same for revisions on which something rests from now on: they are held for as long as the program runs. */
  async readForGood(revisions: readonly Revision[]): Promise<void> {
    const past = revisions.filter(each => each instanceof PastRevision);
    const bodies = await this.#bodiesOf(past);
    for (const [revision, text] of bodies) {
      this.#held.delete(revision.id);
      revision.hold(text);
    }
  }

  async #bodiesOf(revisions: readonly PastRevision[]): Promise<readonly (readonly [PastRevision, string | undefined])[]> {
    const bodies = await readBodies(
      this.knex,
      revisions.map(each => each.id),
    );
    return revisions.map(each => [each, bodies.get(each.id)] as const);
  }
}
