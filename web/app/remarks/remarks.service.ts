import { inject, Injectable } from '@angular/core';
import type { Remarks } from '@contract/remarks';
import { catchError, EMPTY, filter, map, startWith, switchMap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { LiveService } from '../state/live.service';

/** Reads what is remarked on editions, and reads it anew whenever somebody says more. */
@Injectable({ providedIn: 'root' })
export class RemarksService {
  readonly #api = inject(ApiClient);
  readonly #live = inject(LiveService);

  /** The remarks on an edition, as they stand at every moment. @param ids - of the edition that is looked at */
  of(ids: Observable<string>): Observable<Remarks> {
    return ids.pipe(
      switchMap(id =>
        this.#live.events.pipe(
          filter(event => event.kind === 'hello' || (event.kind === 'remark' && event.editionId === id)),
          startWith(null),
          map(() => id),
        ),
      ),
      switchMap(id => this.#api.listRemarks(id).pipe(catchError(() => EMPTY))),
    );
  }
}
