/**
 * Lets one piece of work run at a time, in the order asked for. Writes are judged against the ledger and then stored;
 * were two judged at once, both could pass and the later would silently lie over the earlier.
 */
export class Exclusive {
  #last: Promise<unknown> = Promise.resolve();

  /** Runs the work when all that came before has ended, however it ended. */
  run<Result>(work: () => Promise<Result>): Promise<Result> {
    const result = this.#last.then(work, work);
    this.#last = result.catch(() => undefined);
    return result;
  }
}
