import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { RecurringTest } from '@core/rule/tests/recurring/test';
import { localTimeAt } from '@core/schedule/local-time';
import { DateTime } from 'luxon';
import { DateField } from '../shared/date-field';
import { shiftDay } from '../shared/shift-day';
import { textIn } from '../shared/typed-event';
import { ordinals, weekdays } from '../shared/weekdays';
import { SessionService } from '../state/session.service';
import { HoursField } from './hours-field';

/** The ways in which a window comes again here. */
export type Again = 'yearly' | 'weekdays' | 'monthly';

/** A window that comes again: some days each year, on weekdays, or on a weekday of each month. */
@Component({
  selector: 'almanac-when-again',
  imports: [DateField, HoursField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (kind()) {
      @case ('yearly') {
        <div class="row-line">
          <div>
            <label i18n class="form-label" for="season-from">First day</label
            ><almanac-date-field
              fieldId="season-from"
              [withTime]="false"
              [value]="test().start.slice(0, 10)"
              (valueChange)="setDays($event, lastDay())"
            />
          </div>
          <div>
            <label i18n class="form-label" for="season-last">Last day</label
            ><almanac-date-field
              fieldId="season-last"
              [withTime]="false"
              [value]="lastDay()"
              (valueChange)="setDays(test().start.slice(0, 10), $event)"
            />
          </div>
        </div>
        @if (test().end <= test().start) {
          <p i18n class="form-fault" role="alert">The last day must lie after the first.</p>
        }
      }
      @case ('weekdays') {
        <div class="days" role="group" aria-label="Weekdays" i18n-aria-label>
          @for (day of weekdays; track day.code) {
            <label
              ><input type="checkbox" class="form-check-input" [checked]="days().includes(day.code)" (change)="toggleDay(day.code)" />
              {{ day.label }}</label
            >
          }
        </div>
        <almanac-hours-field [from]="opening()" [until]="closing()" (hoursChange)="setHours($event[0], $event[1])" />
      }
      @case ('monthly') {
        <div class="days">
          <span i18n>on the</span>
          <select
            class="form-select"
            aria-label="Which one of the month"
            i18n-aria-label
            (change)="setMonthly(textIn($event), days()[0]!, opening(), closing())"
          >
            @for (each of ordinals; track each.code) {
              <option [value]="each.code" [selected]="each.code === ordinal()">{{ each.label }}</option>
            }
          </select>
          <select
            class="form-select"
            aria-label="Weekday"
            i18n-aria-label
            (change)="setMonthly(ordinal(), textIn($event), opening(), closing())"
          >
            @for (day of weekdays; track day.code) {
              <option [value]="day.code" [selected]="day.code === days()[0]">{{ day.label }}</option>
            }
          </select>
          <span i18n>of the month</span>
        </div>
        <almanac-hours-field [from]="opening()" [until]="closing()" (hoursChange)="setHours($event[0], $event[1])" />
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    label {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      min-height: 24px;
    }
    .days {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
      align-items: center;
      margin-bottom: 6px;
    }
    .form-select {
      width: auto;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class WhenAgain {
  readonly #zone = inject(SessionService).site.zone;
  readonly kind = input.required<Again>();
  readonly test = input.required<RecurringTest>();
  readonly testChange = output<RecurringTest>();
  protected readonly weekdays = weekdays;
  protected readonly ordinals = ordinals;
  protected readonly textIn = textIn;
  protected readonly lastDay = computed(() => shiftDay(this.test().end.slice(0, 10), -1));
  readonly #byDay = computed(() => /BYDAY=(-?\d?)([A-Z,]+)/.exec(this.test().rule));
  protected readonly days = computed(() => this.#byDay()?.[2]?.split(',') ?? []);
  protected readonly ordinal = computed(() => this.#byDay()?.[1] ?? '1');
  protected readonly opening = computed(() => this.test().start.slice(11));
  protected readonly closing = computed(() => this.test().end.slice(11));

  protected setDays(first: string, last: string): void {
    if (first && last) this.testChange.emit(yearly(first, last, this.#zone));
  }

  protected toggleDay(code: string): void {
    const days = this.days().includes(code) ? this.days().filter(each => each !== code) : [...this.days(), code];
    if (days.length > 0) this.testChange.emit(weekly(days, this.opening(), this.closing(), this.#zone));
  }

  protected setHours(from: string, until: string): void {
    if (!from || !until || from === until) return;
    if (this.kind() === 'weekdays') this.testChange.emit(weekly(this.days(), from, until, this.#zone));
    else this.setMonthly(this.ordinal(), this.days()[0]!, from, until);
  }

  protected setMonthly(ordinal: string, day: string, from: string, until: string): void {
    this.testChange.emit(monthly(ordinal, day, from, until, this.#zone));
  }
}

/** What a way of coming again begins with. @param now - in UTC milliseconds */
export function firstAgain(kind: Again, now: number, zone: string): RecurringTest {
  const today = localTimeAt(now, zone).slice(0, 10);
  if (kind === 'yearly') return yearly(today, shiftDay(today, 30), zone);
  if (kind === 'monthly') return monthly('1', 'SU', '10:00', '16:00', zone);
  return weekly(['MO', 'TU', 'WE', 'TH', 'FR'], '09:00', '17:00', zone);
}

function yearly(first: string, last: string, zone: string): RecurringTest {
  return { test: 'recurring', start: `${first}T00:00`, end: `${shiftDay(last, 1)}T00:00`, zone, rule: 'FREQ=YEARLY' };
}

function weekly(days: readonly string[], from: string, until: string, zone: string): RecurringTest {
  const sorted = weekdays.filter(day => days.includes(day.code));
  return opening(sorted[0]!.code, from, until, zone, `FREQ=WEEKLY;BYDAY=${sorted.map(day => day.code).join(',')}`);
}

function monthly(ordinal: string, day: string, from: string, until: string, zone: string): RecurringTest {
  return opening(day, from, until, zone, `FREQ=MONTHLY;BYDAY=${ordinal}${day}`);
}

// The first opening lies on one of the days, in the past, so that every opening of the rule counts.
function opening(day: string, from: string, until: string, zone: string, rule: string): RecurringTest {
  const monday = DateTime.fromISO('2024-01-01', { zone: 'utc' });
  const first = monday.plus({ days: weekdays.findIndex(each => each.code === day) }).toISODate()!;
  const end = `${until > from ? first : shiftDay(first, 1)}T${until}`;
  return { test: 'recurring', start: `${first}T${from}`, end, zone, rule };
}
