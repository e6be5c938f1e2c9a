import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { kindOfDate, mostAgain, type SeasonDate } from '@core/season/season';
import { localTimeAt } from '@core/schedule/local-time';
import { DateField } from '../shared/date-field';
import { shiftDay } from '../shared/shift-day';
import { SessionService } from '../state/session.service';

/** The dates of a season, each from a day to another, once or every year. */
@Component({
  selector: 'almanac-season-dates',
  imports: [DateField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (row of rows(); track $index) {
        <li>
          @if (row.days; as days) {
            <span i18n>from</span>
            <almanac-date-field
              fieldId="season-{{ $index }}-from"
              [withTime]="false"
              [value]="days.first"
              (valueChange)="setDays($index, $event, days.last)"
            />
            <label class="visually-hidden" i18n for="season-{{ $index }}-from">First day</label>
            <span i18n>to</span>
            <almanac-date-field
              fieldId="season-{{ $index }}-last"
              [withTime]="false"
              [value]="days.last"
              [isInvalid]="days.last < days.first"
              (valueChange)="setDays($index, days.first, $event)"
            />
            <label class="visually-hidden" i18n for="season-{{ $index }}-last">Last day</label>
            <label class="again"
              ><input
                type="checkbox"
                class="form-check-input"
                [checked]="days.isYearly"
                [disabled]="!days.isYearly && isFull()"
                (change)="setYearly($index, !days.isYearly)"
              />
              <ng-container i18n>every year</ng-container></label
            >
          } @else {
            <span class="said">{{ row.words }}</span>
          }
          @if (rows().length > 1) {
            <button i18n class="btn-word" ariaLabel="Take out: {{ row.words }}" i18n-ariaLabel (click)="dates.set(without($index))">
              Take out
            </button>
          }
        </li>
      }
    </ul>
    <button i18n class="btn-word" (click)="add()">Another date</button>
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      min-height: 36px;
    }
    almanac-date-field {
      --date-width: 168px;
    }
    .again {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      white-space: nowrap;
    }
    .said {
      flex: 1;
    }
  `,
})
export class SeasonDates {
  readonly #session = inject(SessionService);
  readonly dates = model.required<readonly SeasonDate[]>();
  protected readonly isFull = computed(() => this.dates().filter(each => each.test === 'recurring').length >= mostAgain);
  protected readonly rows = computed(() =>
    this.dates().map(date => ({
      days: daysOf(date),
      // A date of a season names no other season.
      words: kindOfDate(date).phrase(date, this.#session.style, { sharedRule: () => '' }),
    })),
  );

  protected setDays(at: number, first: string, last: string): void {
    const date = this.dates()[at]!;
    if (first && last && first <= last)
      this.#set(at, dateFrom(first, last, date.test === 'recurring', zoneOf(date) ?? this.#session.site.zone));
  }

  protected setYearly(at: number, isYearly: boolean): void {
    const date = this.dates()[at]!;
    const { first, last } = daysOf(date)!;
    this.#set(at, dateFrom(first, last, isYearly, zoneOf(date) ?? this.#session.site.zone));
  }

  protected add(): void {
    const { now, zone } = this.#session.site;
    const last = this.rows().at(-1)?.days?.last ?? localTimeAt(now, zone).slice(0, 10);
    const first = shiftDay(last, 1);
    this.dates.set([...this.dates(), dateFrom(first, shiftDay(first, 6), false, zone)]);
  }

  protected without(at: number): readonly SeasonDate[] {
    return this.dates().filter((_date, index) => index !== at);
  }

  #set(at: number, date: SeasonDate): void {
    this.dates.set(this.dates().map((each, index) => (index === at ? date : each)));
  }
}

/** A date over whole days, the last one included. */
export function dateFrom(first: string, last: string, isYearly: boolean, zone: string): SeasonDate {
  const [from, until] = [`${first}T00:00`, `${shiftDay(last, 1)}T00:00`];
  return isYearly
    ? { test: 'recurring', start: from, end: until, zone, rule: 'FREQ=YEARLY' }
    : { test: 'window', from: { local: from, zone }, until: { local: until, zone } };
}

function zoneOf(date: SeasonDate): string | undefined {
  return date.test === 'recurring' ? date.zone : (date.from ?? date.until)?.zone;
}

/** The days of a date, or null where it is not a matter of whole days, once or every year. */
function daysOf(date: SeasonDate): { first: string; last: string; isYearly: boolean } | null {
  const [from, until] = date.test === 'recurring' ? [date.start, date.end] : [date.from?.local, date.until?.local];
  const isOfDays = from?.endsWith('T00:00') && until?.endsWith('T00:00');
  if (!isOfDays || (date.test === 'recurring' && date.rule !== 'FREQ=YEARLY')) return null;
  return { first: from!.slice(0, 10), last: shiftDay(until!.slice(0, 10), -1), isYearly: date.test === 'recurring' };
}
