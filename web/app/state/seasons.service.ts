import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { keptList } from './kept-list';

/** The seasons: dates that are kept under a name. */
@Injectable({ providedIn: 'root' })
export class SeasonsService {
  readonly #api = inject(ApiClient);
  readonly #list = keptList(() => this.#api.listSeasons());
  readonly rows = this.#list.rows;
  readonly refresh = this.#list.refresh;
}
