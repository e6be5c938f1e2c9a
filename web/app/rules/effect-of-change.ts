import { inject, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Change, Effect } from '@contract/messages';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';

/** What a change in hand would do to readers; null while there is none. To be called where things can be injected. */
export function effectOfChange(change: Signal<Omit<Change, 'baseRevisionId'> | null>): Signal<Effect | null> {
  const api = inject(ApiClient);
  return toSignal(
    toObservable(change).pipe(
      debounceTime(80),
      switchMap(each =>
        each === null
          ? of(null)
          : api.effect({ changes: [each] }).pipe(
              map((effects): Effect | null => effects[0] ?? null),
              catchError(() => of(null)),
            ),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: null },
  );
}
