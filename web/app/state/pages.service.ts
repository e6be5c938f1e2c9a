import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { keptList } from './kept-list';

/** The page tree. */
@Injectable({ providedIn: 'root' })
export class PagesService {
  readonly #api = inject(ApiClient);
  readonly #list = keptList(() => this.#api.listPages());
  readonly pages$ = this.#list.rows$;
  readonly pages = this.#list.rows;
  readonly refresh = this.#list.refresh;
}
