import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SharedRuleRow } from '@contract/assembling';
import { BehaviorSubject, catchError, of, shareReplay, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MessageService } from './message.service';

/** The shared rules, read once and again when something may have changed them. */
@Injectable({ providedIn: 'root' })
export class SharedRulesService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #wanted = new BehaviorSubject<void>(undefined);
  readonly rules$ = this.#wanted.pipe(
    switchMap(() =>
      this.#api.listSharedRules().pipe(
        catchError((error: unknown) => {
          this.#messages.problem(error);
          return of([] as SharedRuleRow[]);
        }),
      ),
    ),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly rules = toSignal(this.rules$, { initialValue: [] as SharedRuleRow[] });

  refresh(): void {
    this.#wanted.next();
  }

  /** The title of a shared rule. */
  titleOf(id: string): string {
    return this.rules().find(rule => rule.id === id)?.title ?? 'a shared rule that is not live';
  }
}
