import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { placesOf } from '../kinds/index';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import type { Check } from '@contract/assembling';
import type { Effect, OrderRow, View, ViewQuestion } from '@contract/messages';
import {
  BehaviorSubject,
  catchError,
  combineLatest,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  map,
  of,
  shareReplay,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { queryOf, readerOf, vantageOf, type Vantage } from '../state/vantage';
import { WorkingChangesService, type WorkingChange, unsaved } from '../state/working-changes.service';

/** The state of the Arrange workspace: vantage in the address, unsaved changes, and the answer to both. */
@Injectable()
export class ArrangeService {
  readonly #api = inject(ApiClient);
  readonly #route = inject(ActivatedRoute);
  readonly #router = inject(Router);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #pages = inject(PagesService);
  readonly #working = inject(WorkingChangesService);
  /** What is being written in the panel and not yet placed. */
  readonly #provisional = new BehaviorSubject<readonly WorkingChange[]>([]);
  /** Counts how often the answer was asked for again, so that the same question is put anew. */
  readonly #again = new BehaviorSubject(0);
  /** The placement that is being written in the panel. */
  readonly previewed = signal('');
  readonly isLoading = signal(false);
  readonly fault = signal<string | null>(null);

  readonly vantage$ = this.#route.queryParams.pipe(
    map(query => vantageOf(query, this.#session.site.zone)),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  readonly vantage = toSignal(this.vantage$, { initialValue: vantageOf({}, this.#session.site.zone) });

  readonly #request$: Observable<ViewQuestion> = combineLatest([
    this.vantage$,
    this.#pages.pages$,
    this.#working.changes$,
    this.#provisional,
    this.#again,
  ]).pipe(
    debounceTime(0),
    map(([vantage, pages, changes, provisional, again]) => ({
      again,
      request: {
        ...questionFor(vantage, pages[0]?.id ?? '', [...changes, ...provisional]),
        // What is being placed is looked at from where it shows.
        showing: provisional.find(change => placesOf(change.kind).isSelectable)?.recordId ?? null,
      },
    })),
    // Selecting a row changes the address but not the question.
    distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
    map(({ request }) => request),
  );

  /** The page and its running order; the last good answer stays in sight while the next is made. */
  readonly view$: Observable<View> = this.#request$.pipe(
    tap(() => this.isLoading.set(true)),
    switchMap(request =>
      request.vantage.page === ''
        ? EMPTY
        : this.#api.view(request).pipe(
            tap(() => {
              measurePaint();
              this.isLoading.set(false);
              this.fault.set(null);
            }),
            catchError((error: unknown) => {
              this.isLoading.set(false);
              this.fault.set(error instanceof Error ? error.message : $localize`The page could not be shown.`);
              return EMPTY;
            }),
          ),
    ),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  readonly view = toSignal(this.view$, { initialValue: null });

  /** What the unsaved changes would do, one answer per change. */
  readonly effects = toSignal(
    this.#working.changes$.pipe(
      debounceTime(60),
      switchMap(changes => (changes.length === 0 ? of([] as Effect[]) : this.effectOf(changes).pipe(catchError(() => of([] as Effect[]))))),
      takeUntilDestroyed(inject(DestroyRef)),
    ),
    { initialValue: [] as Effect[] },
  );

  /** Counts how often the check was asked for again. */
  readonly #checkAgain = new BehaviorSubject(0);

  /** Which expectations the unsaved changes would break; unknown when that could not be worked out. */
  readonly checked = toSignal(
    combineLatest([this.#working.changes$, this.#checkAgain]).pipe(
      debounceTime(250),
      switchMap(([changes]) =>
        changes.length === 0
          ? of(nothingToCheck)
          : this.#api.checkExpectations({ changes: unsaved(changes), withEditions: [...this.vantage().withEditions] }).pipe(
              map(check => ({ check, isUnknown: false })),
              catchError(() => of({ check: null, isUnknown: true })),
            ),
      ),
      takeUntilDestroyed(inject(DestroyRef)),
    ),
    { initialValue: nothingToCheck },
  );

  /** Asks once more what the unsaved changes would break. */
  checkAgain(): void {
    this.#checkAgain.next(this.#checkAgain.value + 1);
  }

  /** Asks what changes would do, beside those unsaved already. */
  effectOf(changes: readonly WorkingChange[]): Observable<Effect[]> {
    return this.#api.effect({
      changes: unsaved(changes),
      withEditions: [...this.vantage().withEditions],
    });
  }

  /** The page as it is from wherever a placement shows, nearest to the present vantage. */
  sightOf(placementId: string): Observable<View> {
    const question = questionFor(this.vantage(), this.#pages.pages()[0]?.id ?? '', this.#working.changes());
    return this.#api.view({ ...question, showing: placementId });
  }

  /** Changes the vantage; it goes into the address. */
  look(part: Partial<Vantage>, replaceUrl = false): void {
    void this.#router.navigate([], {
      relativeTo: this.#route,
      queryParams: queryOf(part, this.#session.site.zone),
      queryParamsHandling: 'merge',
      replaceUrl,
    });
  }

  select(placementId: string): void {
    if (placementId !== this.vantage().selected) this.look({ selected: placementId }, true);
  }

  /** Makes a step of unsaved changes. */
  make(changes: readonly WorkingChange[]): void {
    this.#working.make(changes);
  }

  /** Lays what is being written over the sheet. */
  preview(changes: readonly WorkingChange[]): void {
    this.previewed.set(changes.find(change => placesOf(change.kind).isSelectable)?.recordId ?? '');
    this.#provisional.next(changes);
  }

  /** The row of a placement. */
  rowOf(placementId: string): OrderRow | null {
    return (
      this.view()
        ?.targets.flatMap(target => target.rows)
        .find(row => row.placementId === placementId) ?? null
    );
  }

  /** Asks again, after something was saved. */
  refresh(): void {
    this.#pages.refresh();
    this.#again.next(this.#again.value + 1);
  }

  report(error: unknown): void {
    this.#messages.problem(error);
  }
}

const nothingToCheck = { check: null as Check | null, isUnknown: false };

// From the arrival of an answer to its running order on the screen. @see User Timing, W3C
function measurePaint(): void {
  performance.mark('answer');
  // A task begun in a frame runs when that frame has been painted.
  requestAnimationFrame(() => setTimeout(() => performance.measure('running order painted', 'answer')));
}

/** The question that a vantage asks, with unsaved changes. */
export function questionFor(vantage: Vantage, frontPage: string, changes: readonly WorkingChange[]): ViewQuestion {
  const { signedIn, roles, memberships, person } = readerOf(vantage.as);
  return {
    vantage: {
      page: vantage.page || frontPage,
      reader: { signedIn, roles: [...roles], memberships: [...memberships], person },
      moment: vantage.moment,
      locale: vantage.locale || null,
    },
    withEditions: [...vantage.withEditions],
    changes: unsaved(changes),
  };
}
