/** How long long work goes on before others get their turn, in milliseconds. */
const slice = 8;

/** How much longer than it went on work rests while readers come. */
const restPerWork = 9;

/** The longest that it rests at a time, in milliseconds. */
const longestRest = 1_000;

/**
 * Lets long work and readers take turns on the one thread: work stops every few milliseconds, and while readers come it
 * takes a tenth of the time.
 */
export class Turns {
  #readers = 0;

  /** Says that a reader was answered. */
  noteReader(): void {
    this.#readers += 1;
  }

  /** Begins long work; what it returns is awaited between its steps. */
  begin(): () => Promise<void> {
    let begun = performance.now();
    return async () => {
      const worked = performance.now() - begun;
      if (worked < slice) return;
      const before = this.#readers;
      await new Promise(resolve => setImmediate(resolve));
      if (this.#readers > before) await new Promise(resolve => setTimeout(resolve, Math.min(worked * restPerWork, longestRest)));
      begun = performance.now();
    };
  }

  /**
   * Works through steps to their result.
   * @param isOutdated - whether what is worked on has been overtaken
   * @returns null when it was overtaken on the way
   */
  async through<Result>(steps: Generator<unknown, Result>, isOutdated = () => false): Promise<Result | null> {
    const rest = this.begin();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      await rest();
      if (isOutdated()) return null;
    }
  }
}
