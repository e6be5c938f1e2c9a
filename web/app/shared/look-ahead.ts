import { computed, inject, signal } from '@angular/core';
import type { Check, CheckQuestion } from '@contract/assembling';
import { catchError, of, type Subscription } from 'rxjs';
import { ApiClient } from '../api/api-client';
import type { Choices } from '../merging/merge-dialog';
import { WishedTimes } from './wished-times';

/** When something is to be published, and what that would break, cover and reach; asked anew whenever the times change. */
export class LookAhead extends WishedTimes {
  readonly #api = inject(ApiClient);
  /** What was settled for what is planned, by its revision. */
  readonly carried = signal<Readonly<Record<string, Choices>>>({});
  readonly check = signal<Check | null>(null);
  /** Whether the question could not be answered, so that nothing is known. */
  readonly isUnknown = signal(false);
  /** Whether an answer is on its way, so that what is shown is not of what is asked now. */
  readonly isAsking = signal(false);
  #asked: Subscription | null = null;
  /** Whether something is left to settle before the change can be brought into what is planned. */
  readonly isUnsettled = computed(
    () => this.scheduled() === 'carry' && (this.check()?.covers ?? []).some(each => (each.toSettle ?? 0) > 0),
  );

  /** @param question - what is to be published; null while there is nothing to ask */
  constructor(private readonly question: () => Pick<CheckQuestion, 'changes' | 'withEditions'> | null) {
    super();
  }

  /** Takes in what was settled for something planned. */
  settle(revisionId: string, choices: Choices): void {
    this.carried.update(all => ({ ...all, [revisionId]: choices }));
    this.ask();
  }

  ask(): void {
    const question = this.question();
    // An answer that comes late is not of what is asked now.
    this.#asked?.unsubscribe();
    this.isAsking.set(question !== null);
    if (!question) return this.check.set(null);
    this.#asked = this.#api
      .checkExpectations({ ...question, times: this.times, scheduled: this.scheduled(), carried: this.carried() })
      .pipe(catchError(() => of(null)))
      .subscribe(check => {
        this.check.set(check);
        this.isUnknown.set(check === null);
        this.isAsking.set(false);
      });
  }
}
