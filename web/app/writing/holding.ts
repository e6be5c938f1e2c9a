import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { LiveEvent } from '@contract/live';
import { ApiClient } from '../api/api-client';
import { WhenPipe } from '../shared/when-pipe';
import { LiveService } from '../state/live.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { HoldService, holdWhile } from './hold.service';

type Written = Extract<LiveEvent, { kind: 'proposal' }>;

/**
 * Holds a record in a locale while one has unsaved words on it, and says who else does, who has taken it over, and who has
 * saved meanwhile.
 */
@Component({
  selector: 'almanac-holding',
  imports: [RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
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
    @if (mine(); as mine) {
      <p class="quiet small mine">
        <ng-container i18n>Others see that you have been writing here since {{ mine.since | when: 'short' }}.</ng-container>&ngsp;
        <button i18n type="button" class="btn-word" (click)="giveBack()">Give it back</button>
      </p>
    } @else if (isGivenBack()) {
      <p i18n class="quiet small mine">Given back: others may write here. Your unsaved words stay; the next you write holds it again.</p>
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
  styles: `
    .mine {
      margin: 4px 0;
    }
  `,
})
export class Holding {
  readonly #api = inject(ApiClient);
  readonly #holds = inject(HoldService);
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
  /** What one holds oneself here. */
  protected readonly mine = computed(() => (this.isChanged() ? this.#live.ownOn(this.recordId(), this.locale()) : null));
  protected readonly isGivenBack = computed(() => this.#holds.isGivenBack(this.recordId(), this.locale()));

  constructor() {
    holdWhile(computed(() => (this.isChanged() ? [{ recordId: this.recordId(), locale: this.locale() }] : [])));
    this.#live.events.pipe(takeUntilDestroyed(inject(DestroyRef))).subscribe(event => this.#hear(event));
  }

  protected giveBack(): void {
    this.#holds.giveBack(this.recordId(), this.locale());
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

  #hear(event: LiveEvent): void {
    const me = this.#session.session()?.person?.id;
    if ((event.kind !== 'held' && event.kind !== 'proposal') || event.recordId !== this.recordId() || event.locale !== this.locale())
      return;
    if (event.kind === 'held') this.wasTaken.set(event.takenFrom === me && event.held !== null);
    else if (event.personId !== me) this.written.set(event);
  }
}
