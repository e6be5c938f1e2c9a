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

  /** The address of a page; null for one that is gone. */
  readonly pathOf = (id: string): string | null => this.pages().find(page => page.id === id)?.path ?? null;

  /** The id of the page at an address, or null. */
  readonly idAt = (path: string): string | null => this.pages().find(page => page.path === path)?.id ?? null;
}
