/** A record that made its own rendering fail, and how. */
export interface RecordFault {
  readonly recordId: string;
  readonly why: string;
  /** The value that could not be shown: once other words are live, nothing is wrong any more. */
  readonly value: unknown;
}

/** The most records that are remembered; one more pushes the oldest out. */
const mostFaults = 200;

/** Remembers which records could not be shown, each told of once, so that one of them never takes a page with it. */
export class FaultLog {
  readonly #faults = new Map<string, RecordFault>();
  /** Told of each new fault; set by whoever keeps the log. */
  onFault: (fault: RecordFault) => void = () => undefined;

  note(recordId: string, value: unknown, error: unknown): void {
    const why = error instanceof Error ? error.message : String(error);
    const known = this.#faults.get(recordId);
    if (known?.why === why && known.value === value) return;
    const fault = { recordId, why, value };
    this.#faults.delete(recordId);
    this.#faults.set(recordId, fault);
    if (this.#faults.size > mostFaults) this.#faults.delete(this.#faults.keys().next().value!);
    this.onFault(fault);
  }

  all(): readonly RecordFault[] {
    return [...this.#faults.values()];
  }
}
