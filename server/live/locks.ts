import type { Instant } from '@core/schedule/local-time';

/** That somebody writes on a record in a locale. */
export interface Lock {
  readonly recordId: string;
  readonly locale: string;
  readonly personId: string;
  /** UTC milliseconds. */
  readonly since: Instant;
  /** When it was last heard of, and when somebody last wrote. */
  readonly seenAt: Instant;
  readonly activeAt: Instant;
}

/** A lock that nothing is heard of for so long gives way: its browser is gone. In milliseconds. */
export const abandonedAfter = 60_000;

/** The most records that one person holds at once; of more the oldest gives way. */
const mostHeld = 50;

/**
 * Who writes where at this moment. It is kept in memory alone: after a restart whoever still writes takes their locks
 * again. A lock keeps nobody from writing; it keeps others from putting something live over what is being written.
 */
export class Locks {
  readonly #locks = new Map<string, Lock>();

  /**
   * @param clock - the running one
   * @param idleAfter - milliseconds without a key after which a lock gives way
   * @param changed - is told of every lock that comes, goes or changes hands
   */
  constructor(
    private readonly clock: () => Instant,
    private readonly idleAfter: () => number,
    private readonly changed: (recordId: string, locale: string, lock: Lock | null, before: Lock | null) => void,
  ) {}

  /** Takes a lock, or keeps it. @returns the one that holds: somebody else's when they were first */
  hold(recordId: string, locale: string, personId: string, isActive: boolean): Lock | null {
    const held = this.of(recordId, locale);
    if (held && held.personId !== personId) return held;
    // What gave way for want of a key comes back with the next one, not before.
    if (!held && !isActive) return null;
    const now = this.clock();
    const lock: Lock = {
      recordId,
      locale,
      personId,
      since: held?.since ?? now,
      seenAt: now,
      activeAt: held && !isActive ? held.activeAt : now,
    };
    this.#locks.set(keyOf(recordId, locale), lock);
    if (!held) {
      this.#makeRoom(personId);
      this.changed(recordId, locale, lock, null);
    }
    return lock;
  }

  /** Takes a lock from whoever has it. */
  takeOver(recordId: string, locale: string, personId: string): Lock {
    const before = this.of(recordId, locale);
    const now = this.clock();
    const lock: Lock = { recordId, locale, personId, since: now, seenAt: now, activeAt: now };
    this.#locks.set(keyOf(recordId, locale), lock);
    if (before?.personId !== personId) this.changed(recordId, locale, lock, before);
    return lock;
  }

  /** Gives a lock back; one of somebody else stays. */
  giveBack(recordId: string, locale: string, personId: string): void {
    const held = this.of(recordId, locale);
    if (held?.personId === personId) this.#drop(held);
  }

  /** The lock on a record in a locale; null where nobody writes. */
  of(recordId: string, locale: string): Lock | null {
    const lock = this.#locks.get(keyOf(recordId, locale));
    if (!lock) return null;
    if (!this.#isOver(lock)) return lock;
    this.#drop(lock);
    return null;
  }

  /** All that hold. Those that are over are let go of, which tells everybody. */
  all(): readonly Lock[] {
    return [...this.#locks.values()].filter(lock => {
      const isOver = this.#isOver(lock);
      if (isOver) this.#drop(lock);
      return !isOver;
    });
  }

  #isOver({ seenAt, activeAt }: Lock): boolean {
    const now = this.clock();
    return now - seenAt > abandonedAfter || now - activeAt > this.idleAfter();
  }

  #drop(lock: Lock): void {
    this.#locks.delete(keyOf(lock.recordId, lock.locale));
    this.changed(lock.recordId, lock.locale, null, lock);
  }

  #makeRoom(personId: string): void {
    const theirs = [...this.#locks.values()].filter(each => each.personId === personId);
    if (theirs.length > mostHeld) this.#drop(theirs.reduce((oldest, each) => (each.activeAt < oldest.activeAt ? each : oldest)));
  }
}

function keyOf(recordId: string, locale: string): string {
  return `${recordId} ${locale}`;
}
