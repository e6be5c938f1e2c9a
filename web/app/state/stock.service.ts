import { inject, Injectable } from '@angular/core';
import { ApiClient } from '../api/api-client';
import { keptList } from './kept-list';

/** The stock. */
@Injectable({ providedIn: 'root' })
export class StockService {
  readonly #api = inject(ApiClient);
  readonly #list = keptList(() => this.#api.listBlocks());
  readonly blocks = this.#list.rows;
  readonly refresh = this.#list.refresh;

  /** What a block is called inside a text, and word when that changes. */
  describe(blockId: string): { readonly now: { title: string; isSeen: boolean }; readonly changed: (tell: () => void) => () => void } {
    const block = this.blocks().find(each => each.id === blockId);
    return {
      now: {
        title: block?.title ?? (this.blocks().length === 0 ? '…' : $localize`a block that is gone`),
        isSeen: block?.status === 'live' || this.blocks().length === 0,
      },
      changed: tell => {
        const subscription = this.#list.rows$.subscribe(() => queueMicrotask(tell));
        return () => subscription.unsubscribe();
      },
    };
  }
}
