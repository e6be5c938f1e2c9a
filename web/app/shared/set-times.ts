import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PlannedMove, ReschedulingWish, TimesCheck } from '@contract/rescheduling';
import type { Afterwards } from '@core/ledger/records';
import { localTimeAt } from '@core/schedule/local-time';
import { catchError, of, Subject, switchMap, type Observable } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { Breaches } from './breaches';
import { CoveredChoice } from './covered-choice';
import { plannedVerbs } from './planned-line';
import { PublicationTimes } from './publication-times';
import { WhenPipe } from './when-pipe';
import { WishedTimes } from './wished-times';

/** What is set to other times: an edition with all its parts, or one publication. Times are UTC milliseconds. */
export interface Timed {
  readonly by: 'edition' | 'publication';
  readonly id: string;
  readonly title: string;
  readonly from: number;
  readonly until: number | null;
  readonly afterwards: Afterwards;
  /** Then only its end can be set. */
  readonly hasBegun: boolean;
}

/** Sets what is approved to other times, saying first what then no longer comes by itself and what comes instead. */
@Component({
  selector: 'almanac-set-times',
  imports: [Breaches, CoveredChoice, FormsModule, PublicationTimes, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-publication-times [ahead]="this" [faultAt]="faultAt" />
    @if (problem(); as problem) {
      <p class="notice-line ember" role="alert">{{ problem.message }}</p>
    }
    @if (check(); as check) {
      @for (side of sidesOf(check); track side.heading) {
        <h3>{{ side.heading }}</h3>
        <ul>
          @for (each of side.moves; track $index) {
            <li>{{ each.at | when }}: {{ each.title }} {{ verbs[each.what] }}</li>
          }
        </ul>
      } @empty {
        <p i18n class="quiet">Nothing comes or ends at another time than now.</p>
      }
    }
    <almanac-breaches [check]="check()" [isUnknown]="false" (again)="ask()" />
    @if ((check()?.broken ?? []).length > 0) {
      <label i18n class="form-label" for="times-accepts">Why it goes ahead all the same</label
      ><input class="form-control" id="times-accepts" [(ngModel)]="acceptsBroken" />
    }
    <almanac-covered-choice [check]="check()" [choice]="scheduled()" (choiceChange)="setScheduled($event)" />
    <button class="btn btn-primary" [disabled]="check() === null || isBusy()" (click)="set()">
      @if (thing().hasBegun) {
        @if (until()) {
          <ng-container i18n>Let it end then</ng-container>
        } @else {
          <ng-container i18n>Let it stay until further notice</ng-container>
        }
      } @else if (from()) {
        <ng-container i18n>Move it to that date, from {{ thing().from | when }}</ng-container>
      } @else {
        <ng-container i18n>Let it go live at once, not on {{ thing().from | when }}</ng-container>
      }
    </button>
  `,
  styles: `
    h3 {
      margin: 8px 0 0;
    }
    ul {
      margin: 0 0 4px;
      padding-inline-start: 16px;
    }
    .btn {
      margin-top: 6px;
      max-width: 100%;
      white-space: normal;
      text-align: start;
    }
  `,
})
export class SetTimes extends WishedTimes {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #zone = inject(SessionService).site.zone;
  readonly thing = input.required<Timed>();
  /** The times to begin with, where they are others than it has; what they do is asked at once. */
  readonly wished = input<{ readonly from: number; readonly until: number | null } | null>(null);
  readonly done = output();
  readonly check = signal<TimesCheck | null>(null);
  protected readonly verbs = plannedVerbs;
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  protected readonly acceptsBroken = signal('');
  readonly #questions = new Subject<void>();
  protected readonly faultAt = (pointer: string): string | null => this.problem()?.faultAt(pointer) ?? null;
  readonly #begin = computed(() => ({ ...this.thing(), ...(this.wished() ?? {}) }));

  constructor() {
    super();
    effect(() => {
      const { from, until, afterwards, hasBegun } = this.#begin();
      const typed = (at: number | null) => (at === null ? null : { local: localTimeAt(at, this.#zone), zone: this.#zone });
      this.hasBegun.set(hasBegun);
      this.from.set(hasBegun ? null : typed(from));
      this.until.set(typed(until));
      this.afterwards.set(afterwards);
      if (this.wished()) this.ask();
    });
    this.#questions
      .pipe(
        switchMap(() =>
          this.#asked().pipe(
            catchError((error: unknown) => {
              if (error instanceof ApiProblem) this.problem.set(error);
              else this.#messages.problem(error);
              return of(null);
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(check => this.check.set(check));
  }

  ask(): void {
    this.check.set(null);
    this.problem.set(null);
    this.#questions.next();
  }

  protected sidesOf({ gone, come }: TimesCheck): readonly { readonly heading: string; readonly moves: readonly PlannedMove[] }[] {
    return [
      { heading: $localize`No longer`, moves: gone },
      { heading: gone.length > 0 ? $localize`But` : $localize`Then`, moves: come },
    ].filter(each => each.moves.length > 0);
  }

  protected set(): void {
    this.isBusy.set(true);
    const { by, id, title } = this.thing();
    const set: Observable<unknown> =
      by === 'edition' ? this.#api.rescheduleEdition(id, this.#wish()) : this.#api.setPublicationTimes(id, this.#wish());
    set.subscribe({
      next: () => {
        this.isBusy.set(false);
        this.#messages.done($localize`“${title}” has other times.`);
        this.done.emit();
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        if (error instanceof ApiProblem) this.problem.set(error);
        else this.#messages.problem(error);
      },
    });
  }

  #asked() {
    const { by, id } = this.thing();
    return by === 'edition' ? this.#api.checkRescheduling(id, this.#wish()) : this.#api.checkPublicationTimes(id, this.#wish());
  }

  #wish(): ReschedulingWish {
    const reason = this.acceptsBroken().trim();
    return { times: this.times, scheduled: this.settled, ...(reason && { acceptsBroken: reason }) };
  }
}
