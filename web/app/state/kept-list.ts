import { inject, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BehaviorSubject, catchError, of, shareReplay, switchMap, type Observable } from 'rxjs';
import { MessageService } from './message.service';

/** A list of the server's, read once and again when something may have changed it. */
export interface KeptList<Row> {
  readonly rows$: Observable<readonly Row[]>;
  readonly rows: Signal<readonly Row[]>;
  readonly refresh: () => void;
}

/** Keeps a list; a failure to read it is said, and leaves it empty. To be called where things can be injected. */
export function keptList<Row>(load: () => Observable<Row[]>): KeptList<Row> {
  const messages = inject(MessageService);
  const wanted = new BehaviorSubject<void>(undefined);
  const rows$ = wanted.pipe(
    switchMap(() =>
      load().pipe(
        catchError((error: unknown) => {
          messages.problem(error);
          return of([] as Row[]);
        }),
      ),
    ),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  return { rows$, rows: toSignal(rows$, { initialValue: [] as Row[] }), refresh: () => wanted.next() };
}
