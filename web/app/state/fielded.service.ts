import { inject, Injectable, Injector, runInInjectionContext, untracked } from '@angular/core';
import type { FieldedKindName, FieldedRow } from '@contract/fielded';
import { ApiClient } from '../api/api-client';
import { keptList, type KeptList } from './kept-list';

/** The records of the kinds that are made of fields: carousels, campaigns. */
@Injectable({ providedIn: 'root' })
export class FieldedService {
  readonly #api = inject(ApiClient);
  readonly #injector = inject(Injector);
  readonly #lists = new Map<FieldedKindName, KeptList<FieldedRow>>();

  of(kind: FieldedKindName): KeptList<FieldedRow> {
    const known = this.#lists.get(kind) ?? this.#begun(kind);
    this.#lists.set(kind, known);
    return known;
  }

  // Whoever asks first may be in the middle of computing something.
  #begun(kind: FieldedKindName): KeptList<FieldedRow> {
    return untracked(() => runInInjectionContext(this.#injector, () => keptList(() => this.#api.listFielded(kind))));
  }
}
