import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, output, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { LiveEvent } from '@contract/live';
import { EMPTY, catchError } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { WhenPipe } from '../shared/when-pipe';
import { LiveService } from '../state/live.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** How often it is said that somebody goes on writing, in milliseconds. */
const beat = 20_000;

type Written = Extract<LiveEvent, { kind: 'proposal' }>;

/**
 * Holds a record in a locale while one has unsaved words on it, and says who else does, who has taken it over, and who has
 * saved meanwhile.
 */
@Component({
  selector: 'almanac-holding',
  imports: [RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'noteKey()', '(document:input)': 'noteKey()' },
  template: `
    @if (other(); as other) {
      <p class="notice-line" role="status">
        @if (wasTaken()) {
          <ng-container i18n
            >{{ other.name }} has taken this over. Your words are all here: send them as a proposal of your own, which waits beside
            theirs.</ng-container
          >
        } @else {
          <ng-container i18n
            >{{ other.name }} has been writing here since {{ other.since | when: 'short' }}. You can write a proposal of your own beside it;
            nothing goes live over theirs until they have finished.</ng-container
          >
        }
        @if (mayTakeOver()) {
          &ngsp;<button i18n type="button" class="btn-word" (click)="takeOver()">Take it over</button>
        }
      </p>
    }
    @if (written(); as written) {
      <p class="notice-line" role="status">
        @if (written.stage === 'approved') {
          <ng-container i18n>{{ written.name }}’s words on this have just been approved.</ng-container>&ngsp;
        } @else {
          <ng-container i18n>{{ written.name }} has just saved other words on this.</ng-container>&ngsp;
        }
        <a i18n [routerLink]="['/reviews', written.editionId]">Look at them</a>&ngsp;
        @if (!isChanged()) {
          <button i18n type="button" class="btn-word" (click)="readAnew()">Read it anew</button>
        }
      </p>
    }
  `,
})
export class Holding {
  readonly #api = inject(ApiClient);
  readonly #live = inject(LiveService);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly recordId = input.required<string>();
  readonly kind = input.required<string>();
  readonly locale = input.required<string>();
  /** Whether there are unsaved words. */
  readonly isChanged = input.required<boolean>();
  /** Somebody wants to see the record as it is now. */
  readonly reload = output<void>();
  protected readonly mayTakeOver = computed(() => this.#session.may('take over', [this.#session.written(this.kind(), this.locale())]));
  protected readonly other = computed(() => this.#live.otherOn(this.recordId(), this.locale()));
  protected readonly wasTaken = signal(false);
  protected readonly written = signal<Written | null>(null);
  #hadKey = true;

  constructor() {
    effect(onCleanup => {
      const [recordId, locale] = [this.recordId(), this.locale()];
      if (!this.isChanged()) return;
      untracked(() => this.#hold(recordId, locale, true));
      const timer = setInterval(() => this.#hold(recordId, locale, this.#hadKey), beat);
      onCleanup(() => {
        clearInterval(timer);
        this.#api
          .giveBackRecord(recordId, locale)
          .pipe(catchError(() => EMPTY))
          .subscribe();
      });
    });
    this.#live.events.pipe(takeUntilDestroyed(inject(DestroyRef))).subscribe(event => this.#hear(event));
  }

  protected noteKey(): void {
    this.#hadKey = true;
  }

  protected takeOver(): void {
    this.#api.takeOverRecord(this.recordId(), this.locale()).subscribe({
      next: ({ held }) => this.#live.take({ kind: 'held', recordId: this.recordId(), locale: this.locale(), held, takenFrom: null }),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected readAnew(): void {
    this.written.set(null);
    this.reload.emit();
  }

  // A server that is away costs no word: the lock is taken again with the next beat.
  #hold(recordId: string, locale: string, isActive: boolean): void {
    this.#hadKey = false;
    this.#api
      .holdRecord(recordId, locale, isActive)
      .pipe(catchError(() => EMPTY))
      .subscribe();
  }

  #hear(event: LiveEvent): void {
    const me = this.#session.session()?.person?.id;
    if ((event.kind !== 'held' && event.kind !== 'proposal') || event.recordId !== this.recordId() || event.locale !== this.locale())
      return;
    if (event.kind === 'held') this.wasTaken.set(event.takenFrom === me && event.held !== null);
    else if (event.personId !== me) this.written.set(event);
  }
}
