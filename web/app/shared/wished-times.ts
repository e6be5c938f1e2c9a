import { computed, signal, type Signal } from '@angular/core';
import type { Check } from '@contract/assembling';
import type { Afterwards } from '@core/ledger/records';
import type { LocalTime } from '@core/schedule/local-time';
import type { ScheduledChoice } from './covered-choice';

/** When something is to be published, and what becomes of what is planned; what that does is asked anew whenever it changes. */
export abstract class WishedTimes {
  /** Whether it is live already, so that only its end is left to say. */
  readonly hasBegun = signal(false);
  readonly from = signal<LocalTime | null>(null);
  readonly until = signal<LocalTime | null>(null);
  /** What readers have once it has ended. */
  readonly afterwards = signal<Afterwards>('earlier');
  /** What becomes of something planned that publishing would cover. */
  readonly scheduled = signal<ScheduledChoice>('keep');
  /** What it would do; null while that is not known. */
  abstract readonly check: Signal<Check | null>;
  readonly coversSomething = computed(() => (this.check()?.covers ?? []).length > 0);

  get times(): { from: LocalTime | null; until: LocalTime | null; afterwards: Afterwards } {
    return { from: this.from(), until: this.until(), afterwards: this.afterwards() };
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

  setAfterwards(afterwards: string): void {
    this.afterwards.set(afterwards as Afterwards);
    this.ask();
  }

  setScheduled(choice: ScheduledChoice): void {
    this.scheduled.set(choice);
    this.ask();
  }

  /** Asks what it would do. */
  abstract ask(): void;
}
