import type { Knex } from 'knex';
import { addHits, readHits, type Hits } from '../repositories/hits-repository';

/** How often old addresses were asked for: an outside fact, counted in memory and written down now and then. */
export class HitCounter {
  readonly #known: Map<string, Hits>;
  readonly #fresh = new Map<string, Hits>();

  constructor(known: ReadonlyMap<string, Hits>) {
    this.#known = new Map(known);
  }

  /** Reads what has been counted so far. */
  static async open(knex: Knex): Promise<HitCounter> {
    return new HitCounter(await readHits(knex));
  }

  /** Counts one. @param at - UTC milliseconds */
  count(id: string, at: number): void {
    this.#fresh.set(id, { count: (this.#fresh.get(id)?.count ?? 0) + 1, lastAt: at });
  }

  /** How often one was asked for, and when last; null for never. */
  of(id: string): Hits | null {
    const [known, fresh] = [this.#known.get(id), this.#fresh.get(id)];
    if (!fresh) return known ?? null;
    return { count: fresh.count + (known?.count ?? 0), lastAt: fresh.lastAt };
  }

  /** Writes down what was counted since. What cannot be written now is kept for the next time. */
  async write(knex: Knex): Promise<void> {
    if (this.#fresh.size === 0) return;
    const taken = new Map(this.#fresh);
    await addHits(knex, taken);
    for (const [id, { count, lastAt }] of taken) {
      this.#known.set(id, { count: count + (this.#known.get(id)?.count ?? 0), lastAt });
      const left = this.#fresh.get(id)!;
      if (left.count === count) this.#fresh.delete(id);
      else this.#fresh.set(id, { ...left, count: left.count - count });
    }
  }
}
