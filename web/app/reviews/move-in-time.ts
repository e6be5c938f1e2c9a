import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import type { Check } from '@contract/assembling';
import type { EditionDetail } from '@contract/messages';
import { localTimeAt } from '@core/schedule/local-time';
import { Subject, catchError, of, switchMap } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ApiClient, ApiProblem } from '../api/api-client';
import { Breaches } from '../shared/breaches';
import { CoveredChoice } from '../shared/covered-choice';
import { PublicationTimes } from '../shared/publication-times';
import { WishedTimes } from '../shared/wished-times';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** Moves what is approved and still ahead to another date, saying first what readers then get. */
@Component({
  selector: 'almanac-move-in-time',
  imports: [Breaches, CoveredChoice, PublicationTimes, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details (toggle)="ask()">
      <summary i18n>Move it to another date</summary>
      <p i18n class="quiet">Until then readers have what they have now.</p>
      <almanac-publication-times [ahead]="this" [faultAt]="faultAt" />
      @if (problem(); as problem) {
        <p class="notice-line ember" role="alert">{{ problem.message }}</p>
      }
      <almanac-breaches [check]="check()" [isUnknown]="false" (again)="ask()" />
      <almanac-covered-choice [check]="check()" [choice]="scheduled()" (choiceChange)="setScheduled($event)" />
      <button class="btn btn-primary" [disabled]="check() === null || isBusy()" (click)="move()">
        @if (from()) {
          <ng-container i18n>Move it to that date, from {{ edition().publishedFrom! | when }}</ng-container>
        } @else {
          <ng-container i18n>Let it go live at once, not on {{ edition().publishedFrom! | when }}</ng-container>
        }
      </button>
    </details>
  `,
  styles: `
    summary {
      color: var(--tide);
      font-weight: 600;
      min-height: 26px;
    }
    .btn {
      margin-top: 6px;
    }
  `,
})
export class MoveInTime extends WishedTimes {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly edition = input.required<EditionDetail>();
  readonly moved = output<EditionDetail>();
  readonly check = signal<Check | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  readonly #questions = new Subject<void>();

  constructor() {
    super();
    effect(() => {
      const { publishedFrom, publishedUntil, afterwards } = this.edition();
      const { zone } = this.#session.site;
      const typed = (at: number | null) => (at === null ? null : { local: localTimeAt(at, zone), zone });
      this.from.set(typed(publishedFrom));
      this.until.set(typed(publishedUntil));
      this.afterwards.set(afterwards);
    });
    this.#questions
      .pipe(
        switchMap(() =>
          this.#api.checkRescheduling(this.edition().id, this.#wish()).pipe(
            catchError((error: unknown) => {
              this.problem.set(error instanceof ApiProblem ? error : null);
              return of(null);
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(check => this.check.set(check));
  }

  protected readonly faultAt = (pointer: string): string | null => this.problem()?.faultAt(pointer) ?? null;

  ask(): void {
    this.check.set(null);
    this.problem.set(null);
    this.#questions.next();
  }

  protected move(): void {
    this.isBusy.set(true);
    this.#api.rescheduleEdition(this.edition().id, this.#wish()).subscribe({
      next: edition => {
        this.isBusy.set(false);
        this.#messages.done($localize`“${edition.title}” has another date.`);
        this.moved.emit(edition);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        if (error instanceof ApiProblem) this.problem.set(error);
        else this.#messages.problem(error);
      },
    });
  }

  #wish() {
    return { times: this.times, scheduled: this.settled };
  }
}
