import { RateLimiterMemory } from 'rate-limiter-flexible';
import type { Site } from '../site/site';
import { writeDownAlone, type Done } from './record';

/** How many refusals are written down from one place in a minute; the next that is written down tells how many were not. */
const mostPerMinute = 30;

/** Writes down what was refused, so that nobody can fill the log by asking again and again. */
export class RefusalLog {
  readonly #limiter = new RateLimiterMemory({ points: mostPerMinute, duration: 60 });
  readonly #left = new Map<string, number>();

  constructor(private readonly site: Site) {}

  /** @param source - from where, as limits count it */
  async note(source: string, done: Done): Promise<void> {
    try {
      await this.#limiter.consume(source);
    } catch {
      this.#left.set(source, (this.#left.get(source) ?? 0) + 1);
      return;
    }
    const left = this.#left.get(source);
    this.#left.delete(source);
    const told = left === undefined ? done : { ...done, after: { ...(done.after as object | undefined), notWrittenDown: left } };
    await writeDownAlone(this.site, told);
  }
}
