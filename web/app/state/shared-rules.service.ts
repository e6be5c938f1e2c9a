import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { SeasonsService } from './seasons.service';
import { keptList } from './kept-list';

/** The shared rules. */
@Injectable({ providedIn: 'root' })
export class SharedRulesService {
  readonly #api = inject(ApiClient);
  readonly #seasons = inject(SeasonsService);
  readonly #list = keptList(() => this.#api.listSharedRules());
  readonly rules = this.#list.rows;
  readonly refresh = this.#list.refresh;

  /** The title of a shared rule or a season. */
  titleOf(id: string): string {
    const named = [...this.rules(), ...this.#seasons.rows()].find(each => each.id === id);
    return named?.title ?? $localize`a shared rule that is not live`;
  }
}
