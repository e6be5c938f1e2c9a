import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { PageRow } from '@contract/messages';
import { BehaviorSubject, catchError, of, switchMap, shareReplay } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MessageService } from './message.service';

/** The page tree, read once and again when something may have changed it. */
@Injectable({ providedIn: 'root' })
export class PagesService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #wanted = new BehaviorSubject<void>(undefined);
  readonly pages$ = this.#wanted.pipe(
    switchMap(() =>
      this.#api.listPages().pipe(
        catchError((error: unknown) => {
          this.#messages.problem(error);
          return of([] as PageRow[]);
        }),
      ),
    ),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly pages = toSignal(this.pages$, { initialValue: [] as PageRow[] });

  refresh(): void {
    this.#wanted.next();
  }
}
