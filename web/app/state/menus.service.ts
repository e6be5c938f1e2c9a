import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { keptList } from './kept-list';

/** The menus of the site. */
@Injectable({ providedIn: 'root' })
export class MenusService {
  readonly #api = inject(ApiClient);
  readonly #kept = keptList(() => this.#api.listMenus());
  readonly rows = this.#kept.rows;
  readonly refresh = this.#kept.refresh;
}
