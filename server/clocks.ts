/**
 * The two clocks, injected; nothing else reads the time.
 * The content clock answers "what shows now"; the running clock serves sessions, rate limits and recorded-at.
 */
export interface Clocks {
  /** UTC milliseconds. */
  readonly content: () => number;
  /** UTC milliseconds; always moves on. */
  readonly running: () => number;
  /** Milliseconds since no matter when, by a clock that nobody can set. */
  readonly steady: () => number;
  /** Whether the content clock stands still. */
  readonly isFrozen: boolean;
}

const steady = () => performance.now();

/** Both clocks follow the machine's. */
export const realClocks: Clocks = { content: Date.now, running: Date.now, steady, isFrozen: false };

/**
 * The content clock stands at an instant. The running clock starts there and moves on, so that what is recorded lies on
 * the same time line as what is shown.
 */
export function frozenClocks(at: number): Clocks {
  const started = steady();
  return { content: () => at, running: () => at + Math.round(steady() - started), steady, isFrozen: true };
}
