import { computed, inject, signal } from '@angular/core';
import type { Check, CheckQuestion } from '@contract/assembling';
import type { Afterwards } from '@core/ledger/records';
import type { LocalTime } from '@core/schedule/local-time';
import { catchError, of, type Subscription } from 'rxjs';
import { ApiClient } from '../api/api-client';
import type { Choices } from '../merging/merge-dialog';
import type { ScheduledChoice } from './covered-choice';

/** When something is to be published, and what that would break, cover and reach; asked anew whenever the times change. */
export class LookAhead {
  readonly #api = inject(ApiClient);
  readonly from = signal<LocalTime | null>(null);
  readonly until = signal<LocalTime | null>(null);
  /** What readers have once it has ended. */
  readonly afterwards = signal<Afterwards>('earlier');
  /** What becomes of something planned that publishing would cover. */
  readonly scheduled = signal<ScheduledChoice>('keep');
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
  readonly coversSomething = computed(() => (this.check()?.covers ?? []).length > 0);

  /** @param question - what is to be published; null while there is nothing to ask */
  constructor(private readonly question: () => Pick<CheckQuestion, 'changes' | 'withEditions'> | null) {}

  get times(): { from: LocalTime | null; until: LocalTime | null; afterwards: Afterwards } {
    return { from: this.from(), until: this.until(), afterwards: this.afterwards() };
  }

  /** What becomes of what is planned, said only where it was asked: what nobody saw is not settled by a default. */
  get settled(): ScheduledChoice | null {
    return this.coversSomething() ? this.scheduled() : null;
  }

  /** Takes in what was settled for something planned. */
  settle(revisionId: string, choices: Choices): void {
    this.carried.update(all => ({ ...all, [revisionId]: choices }));
    this.ask();
  }

  setFrom(from: LocalTime | null): void {
    this.from.set(from);
    this.ask();
  }

  setUntil(until: LocalTime | null): void {
    this.until.set(until);
    this.ask();
  }

  setAfterwards(afterwards: string): void {
    this.afterwards.set(afterwards as Afterwards);
    this.ask();
  }

  setScheduled(choice: ScheduledChoice): void {
    this.scheduled.set(choice);
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
