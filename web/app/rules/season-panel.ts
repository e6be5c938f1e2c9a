import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { SeasonRow } from '@contract/seasons';
import { writeFullMoment } from '@core/format/moment';
import { nextDates, nextDateWords } from '@core/rule/next-dates';
import type { SeasonValue } from '@core/season/season';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { finalize } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { EffectList } from '../shared/effect-list';
import { openHistory } from '../shared/history-dialog';
import { textIn } from '../shared/typed-event';
import { SeasonsService } from '../state/seasons.service';
import { SessionService } from '../state/session.service';
import { effectOfChange } from './effect-of-change';
import { GovernedList } from './governed-list';
import { rulePanelStyles } from './rule-rows';
import { RulesService } from './rules.service';
import { SeasonDates } from './season-dates';

/** How many of the next dates are listed. */
const mostNext = 10;

/** One season: its name and dates, the next of them, and what an edit does over all that rests on it. */
@Component({
  selector: 'almanac-season-panel',
  imports: [EffectList, GovernedList, SeasonDates],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rules.mayChangeSeasons) {
      <label i18n class="form-label" for="season-title">Name</label>
      <input class="form-control" id="season-title" [value]="value().title" (change)="rename(textIn($event))" />
      <label i18n class="form-label" for="season-reason">Because</label>
      <input
        class="form-control"
        id="season-reason"
        placeholder="where the dates come from"
        i18n-placeholder
        [value]="value().reason"
        (change)="set({ reason: textIn($event).trim() }, said.reason)"
      />
      <h3 i18n>Dates</h3>
      <almanac-season-dates [dates]="value().dates" (datesChange)="set({ dates: $event }, said.dates)" />
      @if (value().source; as source) {
        <div class="source">
          <p>
            <span class="quiet" i18n>From “{{ source.event }}” at</span> <span class="address">{{ source.address }}</span>
            <span class="quiet">{{ readWords() }}</span>
            <button i18n class="btn-word" [disabled]="isReading()" (click)="readAgain(source.address)">Read it now</button>
            <button i18n class="btn-word danger" (click)="leaveSource()">Leave it</button>
          </p>
          @if (row().source?.fault || fault(); as fault) {
            <p class="form-fault" role="alert">{{ fault }}</p>
          }
          @if (other(); as other) {
            <p i18n class="notice-line">It says other dates now:</p>
            <ol>
              @for (each of other.next; track each.from) {
                <li>{{ each.words }}</li>
              }
            </ol>
            <button i18n class="btn btn-plain" (click)="set({ dates: other.dates }, said.dates)">Take these dates</button>
          }
        </div>
      }
    } @else {
      <p class="quiet">{{ value().reason }}</p>
      <h3 i18n>Dates</h3>
      <p>{{ row().sentence }}</p>
    }
    @if (effect(); as effect) {
      <p class="does">{{ effect.label }}</p>
      <details>
        <summary i18n>Which pages</summary>
        <almanac-effect-list [effect]="effect" />
      </details>
    }
    <h3 i18n>Next</h3>
    <ol>
      @for (each of next(); track $index) {
        <li>{{ each }}</li>
      } @empty {
        <li i18n class="quiet">It is over, and does not come again.</li>
      }
    </ol>
    <almanac-governed-list [row]="row()" />
    <p class="row-line foot">
      @if (row().revisionId) {
        <button i18n class="btn-word" (click)="openHistory()">History</button>
      }
      @if (rules.mayChangeSeasons && row().governs.length + row().followedBy.length === 0) {
        <button i18n class="btn-word danger" (click)="remove()">Delete</button>
      }
    </p>
  `,
  styles: `
    ${rulePanelStyles}
    ol {
      margin: 0;
      padding-left: 20px;
      columns: 2 220px;
    }
    .source {
      border-left: 2px solid var(--hair);
      padding-left: 10px;
      margin: 8px 0;
    }
    .source p {
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      margin: 0 0 4px;
    }
    .address {
      overflow-wrap: anywhere;
    }
    .foot {
      margin: 10px 0 0;
    }
  `,
})
export class SeasonPanel {
  readonly #modal = inject(NgbModal);
  readonly #session = inject(SessionService);
  readonly #api = inject(ApiClient);
  readonly #seasons = inject(SeasonsService);
  protected readonly rules = inject(RulesService);
  protected readonly textIn = textIn;
  protected readonly said = { reason: $localize`new reason`, dates: $localize`new dates` } as const;
  readonly row = input.required<SeasonRow>();
  /** With what was changed and is not saved yet. */
  protected readonly value = computed(() => (this.#change()?.value as SeasonValue | undefined) ?? this.row().value);
  protected readonly next = computed(() => {
    const { style } = this.#session;
    return nextDates({ any: this.value().dates }, style.now, mostNext).map(each => nextDateWords(each, style));
  });
  protected readonly isReading = signal(false);
  protected readonly fault = signal('');
  /** What its calendar says otherwise; nothing once that was taken. */
  protected readonly other = computed(() => {
    const other = this.row().source?.other ?? null;
    return other && JSON.stringify(other.dates) !== JSON.stringify(this.value().dates) ? other : null;
  });
  protected readonly readWords = computed(() => {
    const readAt = this.row().source?.readAt ?? null;
    return readAt === null ? $localize`not read yet` : $localize`read ${writeFullMoment(readAt, this.#session.style)}`;
  });
  readonly #change = computed(() => {
    const { id } = this.row();
    const change = this.rules.working.changes().find(each => each.recordId === id && !each.retires);
    return change ? { recordId: id, kind: 'season', value: change.value, retires: false } : null;
  });
  protected readonly effect = effectOfChange(this.#change);

  protected rename(title: string): void {
    if (title.trim() !== '') this.set({ title: title.trim() }, $localize`renamed`);
  }

  protected set(part: Partial<SeasonValue>, did: string): void {
    this.rules.makeSeason(this.row(), { ...this.value(), ...part }, did);
  }

  protected readAgain(address: string): void {
    this.isReading.set(true);
    this.fault.set('');
    this.#api
      .readCalendarElsewhere(address)
      .pipe(finalize(() => this.isReading.set(false)))
      .subscribe({
        next: () => this.#seasons.refresh(),
        error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : $localize`The calendar could not be read.`),
      });
  }

  /** Keeps the dates, and asks the calendar no more. */
  protected leaveSource(): void {
    const { source: _, ...value } = this.value();
    this.rules.makeSeason(this.row(), value, $localize`no longer from a calendar`);
  }

  /** What it has said so far; an older version can be gone back to. */
  protected openHistory(): void {
    void openHistory(this.#modal, this.row().id, this.rules.mayChangeSeasons).then(
      older => older !== null && this.set(older as SeasonValue, $localize`an older version`),
    );
  }

  protected remove(): void {
    const { id, revisionId } = this.row();
    if (revisionId === null) this.rules.working.drop(id);
    else this.rules.makeSeason(this.row(), null, $localize`deleted`);
  }
}
