import { localTimeAt, type Instant } from '@core/schedule/local-time';
import type { Knex } from 'knex';
import { addDayCounts, deleteDayCountsBefore, readDayCounts, type DayCount } from '../repositories/day-counts-repository';

/** What is counted: a page that was read, a sponsor’s picture that was seen, and one that was followed. */
export type Counted = 'read' | 'seen' | 'followed';

const day = 86_400_000;

/** Over how many days "lately" goes. */
const lately = 30;

/** How many days are at hand in memory. */
const inMemory = 60;

/** How long what was counted is kept, in days: long enough to set a month beside the same one of the year before. */
const kept = 400;

/** The most that is counted between two writings; more than that comes from nobody who reads. */
const mostFresh = 50_000;

type ById = Map<string, Map<string, number>>;

/**
 * How often things happened, by day: outside facts. Nothing is kept of who it was, and nothing exact rests on them: what is
 * counted is what reached this server, and no program that says it is one.
 */
export class DayCounts {
  readonly #known = new Map<Counted, ById>();
  #fresh = new Map<string, DayCount>();

  private constructor(private readonly zone: () => string) {}

  /** Reads what has been counted lately. @param now - UTC milliseconds */
  static async open(knex: Knex, zone: () => string, now: Instant): Promise<DayCounts> {
    const counts = new DayCounts(zone);
    for (const each of await readDayCounts(knex, counts.#dayOf(now - inMemory * day))) counts.#add(each);
    return counts;
  }

  /** Counts one. @param at - UTC milliseconds */
  count(what: Counted, id: string, at: Instant): void {
    const one: DayCount = { what, id, day: this.#dayOf(at), count: 1 };
    const key = `${what} ${id} ${one.day}`;
    const fresh = this.#fresh.get(key);
    if (!fresh && this.#fresh.size >= mostFresh) return;
    this.#fresh.set(key, fresh ? { ...fresh, count: fresh.count + 1 } : one);
    this.#add(one);
  }

  /** How often something happened within the thirty days before a moment, that day included. */
  lately(what: Counted, id: string, moment: Instant): number {
    const days = this.#known.get(what)?.get(id);
    if (!days) return 0;
    const [first, last] = [this.#dayOf(moment - lately * day), this.#dayOf(moment)];
    let sum = 0;
    for (const [each, count] of days) if (each > first && each <= last) sum += count;
    return sum;
  }

  /** Writes down what was counted since. What cannot be written now is kept for the next time. */
  async write(knex: Knex): Promise<void> {
    if (this.#fresh.size === 0) return;
    const taken = this.#fresh;
    this.#fresh = new Map();
    try {
      await addDayCounts(knex, [...taken.values()]);
    } catch (error) {
      for (const [key, each] of taken) this.#fresh.set(key, { ...each, count: each.count + (this.#fresh.get(key)?.count ?? 0) });
      throw error;
    }
  }

  /** Forgets what is older than it is kept. */
  async clean(knex: Knex, now: Instant): Promise<void> {
    await deleteDayCountsBefore(knex, this.#dayOf(now - kept * day));
    const first = this.#dayOf(now - inMemory * day);
    for (const byId of this.#known.values())
      for (const days of byId.values()) for (const each of days.keys()) if (each < first) days.delete(each);
  }

  // The day of an instant is asked for with every page that is read.
  #last = { from: 0, until: 0, day: '' };

  #dayOf(at: Instant): string {
    if (at >= this.#last.from && at < this.#last.until) return this.#last.day;
    const found = localTimeAt(at, this.zone()).slice(0, 10);
    // Within one minute no day ends.
    const minute = Math.floor(at / 60_000) * 60_000;
    this.#last = { from: minute, until: minute + 60_000, day: found };
    return found;
  }

  #add({ what, id, day: on, count }: DayCount): void {
    const byId: ById = this.#known.get(what as Counted) ?? new Map<string, Map<string, number>>();
    this.#known.set(what as Counted, byId);
    const days = byId.get(id) ?? new Map<string, number>();
    byId.set(id, days);
    days.set(on, count + (days.get(on) ?? 0));
  }
}
