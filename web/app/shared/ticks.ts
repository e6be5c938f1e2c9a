import { computed, signal, type Signal } from '@angular/core';

/** Which rows of a list are ticked, to act on many at once. Rows that a filter hides stay ticked, but are not acted on. */
export class Ticks {
  readonly #ticked = signal<ReadonlySet<string>>(new Set());
  /** Ids of the ticked rows in sight. */
  readonly chosen = computed((): ReadonlySet<string> => new Set(this.inSight().filter(id => this.#ticked().has(id))));
  /** There is nothing to tick: none is like this, or none has come yet. */
  readonly isNoneInSight = computed(() => this.inSight().length === 0);
  readonly isAll = computed(() => !this.isNoneInSight() && this.chosen().size === this.inSight().length);
  readonly words = computed(() => (this.chosen().size === 0 ? $localize`Choose all in sight` : $localize`${this.chosen().size} chosen`));

  /** @param inSight - ids of the rows that the filters leave */
  constructor(private readonly inSight: Signal<readonly string[]>) {}

  toggle(id: string): void {
    this.#ticked.update(ticked => {
      const next = new Set(ticked);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  toggleAll(): void {
    this.#ticked.set(this.isAll() ? new Set() : new Set(this.inSight()));
  }

  clear(): void {
    this.#ticked.set(new Set());
  }
}
