import type { Revision } from '@core/ledger/records';
import { valueOrNull } from './readable';

/** A revision that is only history: its value is read from the store when it is asked for, and let go of again. */
export class PastRevision implements Revision {
  readonly id: string;
  readonly recordId: string;
  readonly locale: string;
  readonly parentId: string | null;
  readonly mergedFromId: string | null;
  readonly translatedFromId: string | null;
  readonly createdAt: number;
  readonly createdBy: string;
  readonly note: string;
  readonly #read: (text: unknown) => unknown;
  #held: { readonly value: unknown } | null = null;

  /** @param read - reads a stored value; throws when it cannot be read */
  constructor(row: Omit<Revision, 'value'>, read: (text: unknown) => unknown) {
    this.id = row.id;
    this.recordId = row.recordId;
    this.locale = row.locale;
    this.parentId = row.parentId;
    this.mergedFromId = row.mergedFromId;
    this.translatedFromId = row.translatedFromId;
    this.createdAt = row.createdAt;
    this.createdBy = row.createdBy;
    this.note = row.note;
    this.#read = read;
  }

  get isRead(): boolean {
    return this.#held !== null;
  }

  /** Null when it cannot be read as a value. @throws TypeError when nobody has asked the store for it */
  get value(): unknown {
    if (!this.#held) throw new TypeError(`Revision ${this.id} is history and has to be read first`);
    return this.#held.value;
  }

  /** Takes in its value as the store has it. */
  hold(text: string | undefined): void {
    this.#held = { value: valueOrNull(() => this.#read(text)) };
  }

  /** Reads anew what it holds, if it holds anything: its type has come to say more or other things. */
  reread(valueOf: (value: unknown) => unknown): void {
    if (this.#held && this.#held.value !== null) this.#held = { value: valueOf(this.#held.value) };
  }

  /** Lets go of its value. */
  release(): void {
    this.#held = null;
  }
}
