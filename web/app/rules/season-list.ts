import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { SeasonRow } from '@contract/seasons';
import { localTimeAt } from '@core/schedule/local-time';
import type { SeasonValue } from '@core/season/season';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { v7 as uuidv7 } from 'uuid';
import { shiftDay } from '../shared/shift-day';
import { SeasonsService } from '../state/seasons.service';
import { SessionService } from '../state/session.service';
import { CalendarDialog } from './calendar-dialog';
import { RuleRow } from './rule-row';
import { ruleRowStyles } from './rule-rows';
import { RulesService } from './rules.service';
import { dateFrom } from './season-dates';
import { SeasonPanel } from './season-panel';

/** The seasons of the site, and the one that is looked at. */
@Component({
  selector: 'almanac-season-list',
  imports: [RuleRow, SeasonPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="title-line">
      <h2 i18n id="seasons-title">Seasons</h2>
      @if (rules.mayChangeSeasons) {
        <button i18n class="btn-word" (click)="begin()">Make a new one</button>
        <button i18n class="btn-word" (click)="openCalendar()">From a calendar…</button>
      }
    </div>
    <p i18n class="quiet">Dates kept once, under the name by which rules ask for them.</p>
    @for (each of rows(); track each.id) {
      <almanac-rule-row [row]="each" [isOpen]="each.id === chosen()" (pressed)="choose.emit(each.id)" />
      @if (each.id === chosen()) {
        <div class="panel chosen"><almanac-season-panel [row]="each" /></div>
      }
    } @empty {
      <p i18n class="quiet">None yet. Keep dates here that many rules need, such as half-terms or a closed season.</p>
    }
  `,
  styles: `
    ${ruleRowStyles}
    :host {
      display: block;
      margin-top: 18px;
    }
  `,
})
export class SeasonList {
  readonly #modal = inject(NgbModal);
  readonly #session = inject(SessionService);
  readonly #seasons = inject(SeasonsService);
  protected readonly rules = inject(RulesService);
  readonly chosen = input.required<string>();
  readonly choose = output<string>();
  /** Rows as stored, with what is new and unsaved. */
  protected readonly rows = computed((): readonly SeasonRow[] => {
    const changes = this.rules.working.changes().filter(each => each.kind === 'season');
    const stored = this.#seasons.rows();
    const gone = new Set(changes.filter(each => each.retires).map(each => each.recordId));
    const fresh = changes.filter(each => each.baseRevisionId === null && !stored.some(row => row.id === each.recordId));
    return [
      ...fresh.map(each => ({ ...emptyRow, id: each.recordId, title: each.title, value: each.value as SeasonValue })),
      ...stored.filter(row => !gone.has(row.id)),
    ];
  });

  protected begin(): void {
    const { now, zone } = this.#session.site;
    const today = localTimeAt(now, zone).slice(0, 10);
    const value: SeasonValue = {
      version: 1,
      title: $localize`A new season`,
      reason: '',
      dates: [dateFrom(today, shiftDay(today, 30), true, zone)],
    };
    const id = uuidv7();
    this.rules.makeSeason({ id, revisionId: null, title: value.title }, value, $localize`new`);
    this.choose.emit(id);
  }

  protected openCalendar(): void {
    const dialog = this.#modal.open(CalendarDialog, { size: 'lg', ariaLabelledBy: 'calendar-title' });
    void (dialog.result as Promise<SeasonValue[]>).then(
      taken => {
        for (const value of taken) {
          const known = this.rows().find(each => each.title === value.title);
          const row = known ?? { id: uuidv7(), revisionId: null, title: value.title };
          const kept = known ? { ...known.value, dates: value.dates, ...(value.source ? { source: value.source } : {}) } : value;
          this.rules.makeSeason(row, kept, known ? $localize`new dates` : $localize`new`);
        }
      },
      () => undefined,
    );
  }
}

const emptyRow = {
  revisionId: null,
  status: 'draft' as const,
  waiting: null,
  changedAt: 0,
  changedBy: '',
  sentence: '',
  reason: '',
  governs: [],
  followedBy: [],
  next: [],
  source: null,
};
