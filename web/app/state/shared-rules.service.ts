import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { keptList } from './kept-list';

/** The shared rules. */
@Injectable({ providedIn: 'root' })
export class SharedRulesService {
  readonly #api = inject(ApiClient);
  readonly #list = keptList(() => this.#api.listSharedRules());
  readonly rules = this.#list.rows;
  readonly refresh = this.#list.refresh;

  /** The title of a shared rule. */
  titleOf(id: string): string {
    return this.rules().find(rule => rule.id === id)?.title ?? $localize`a shared rule that is not live`;
  }
}
