import { computed, inject, signal } from '@angular/core';
import type { Check, CheckQuestion } from '@contract/assembling';
import type { LocalTime } from '@core/schedule/local-time';
import { catchError, of } from 'rxjs';
import { ApiClient } from '../api/api-client';
import type { ScheduledChoice } from './covered-choice';

/** When something is to be published, and what that would break, cover and reach; asked anew whenever the times change. */
export class LookAhead {
  readonly #api = inject(ApiClient);
  readonly from = signal<LocalTime | null>(null);
  readonly until = signal<LocalTime | null>(null);
  /** What becomes of something planned that publishing would cover. */
  readonly scheduled = signal<ScheduledChoice>('keep');
  readonly check = signal<Check | null>(null);
  /** Whether the question could not be answered, so that nothing is known. */
  readonly isUnknown = signal(false);
  readonly coversSomething = computed(() => (this.check()?.covers ?? []).length > 0);

  /** @param question - what is to be published; null while there is nothing to ask */
  constructor(private readonly question: () => Pick<CheckQuestion, 'changes' | 'withEditions'> | null) {}

  get times(): { from: LocalTime | null; until: LocalTime | null; afterwards: 'earlier' } {
    return { from: this.from(), until: this.until(), afterwards: 'earlier' };
  }

  /** What becomes of what is planned, said only where it was asked: what nobody saw is not settled by a default. */
  get settled(): ScheduledChoice | null {
    return this.coversSomething() ? this.scheduled() : null;
  }

  setFrom(from: LocalTime | null): void {
    this.from.set(from);
    this.ask();
  }

  setUntil(until: LocalTime | null): void {
    this.until.set(until);
    this.ask();
  }

  setScheduled(choice: ScheduledChoice): void {
    this.scheduled.set(choice);
    this.ask();
  }

  ask(): void {
    const question = this.question();
    if (!question) return this.check.set(null);
    this.#api
      .checkExpectations({ ...question, times: this.times, scheduled: this.scheduled() })
      .pipe(catchError(() => of(null)))
      .subscribe(check => {
        this.check.set(check);
        this.isUnknown.set(check === null);
      });
  }
}
