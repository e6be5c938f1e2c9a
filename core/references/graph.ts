import type { Reference } from './reference';

/** What names a record, from where. */
export interface NamedBy extends Reference {
  readonly from: string;
}

/** Which records name which others, both ways. It is kept up to date record by record. */
export class ReferenceGraph {
  readonly #from = new Map<string, readonly Reference[]>();
  readonly #to = new Map<string, Set<string>>();

  /** Says what a record names now. */
  set(from: string, references: readonly Reference[]): void {
    for (const { to } of this.#from.get(from) ?? []) this.#to.get(to)?.delete(from);
    if (references.length === 0) this.#from.delete(from);
    else this.#from.set(from, references);
    for (const { to } of references) {
      const known = this.#to.get(to);
      if (known) known.add(from);
      else this.#to.set(to, new Set([from]));
    }
  }

  /** What a record names. */
  of(from: string): readonly Reference[] {
    return this.#from.get(from) ?? [];
  }

  /** Every place in other records that names this one. */
  to(record: string): readonly NamedBy[] {
    return [...(this.#to.get(record) ?? [])].flatMap(from =>
      this.of(from).flatMap(each => (each.to === record && from !== record ? [{ ...each, from }] : [])),
    );
  }
}
