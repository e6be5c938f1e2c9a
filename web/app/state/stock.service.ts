import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { BlockRow } from '@contract/messages';
import { BehaviorSubject, catchError, of, shareReplay, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MessageService } from './message.service';

/** The stock, read once and again when something may have changed it. */
@Injectable({ providedIn: 'root' })
export class StockService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #wanted = new BehaviorSubject<void>(undefined);
  readonly blocks$ = this.#wanted.pipe(
    switchMap(() =>
      this.#api.listBlocks().pipe(
        catchError((error: unknown) => {
          this.#messages.problem(error);
          return of([] as BlockRow[]);
        }),
      ),
    ),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly blocks = toSignal(this.blocks$, { initialValue: [] as BlockRow[] });

  refresh(): void {
    this.#wanted.next();
  }

  /** What a block is called inside a text, and word when that changes. */
  describe(blockId: string): { readonly now: { title: string; isSeen: boolean }; readonly changed: (tell: () => void) => () => void } {
    const block = this.blocks().find(each => each.id === blockId);
    return {
      now: {
        title: block?.title ?? (this.blocks().length === 0 ? '…' : 'a block that is gone'),
        isSeen: block?.status === 'live' || this.blocks().length === 0,
      },
      changed: tell => {
        const subscription = this.blocks$.subscribe(() => queueMicrotask(tell));
        return () => subscription.unsubscribe();
      },
    };
  }
}
