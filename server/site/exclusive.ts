import { whenFree } from '../database/store-fault';

/**
 * Lets one piece of work run at a time, in the order asked for. Writes are judged against the ledger and then stored;
 * were two judged at once, both could pass and the later would silently lie over the earlier.
 */
export class Exclusive {
  #last: Promise<unknown> = Promise.resolve();

  /**
   * Runs the work when all that came before has ended, however it ended. While another process holds the store it is
   * judged and tried again from the start.
   */
  run<Result>(work: () => Promise<Result>): Promise<Result> {
    const patient = () => whenFree(work);
    const result = this.#last.then(patient, patient);
    this.#last = result.catch(() => undefined);
    return result;
  }
}
