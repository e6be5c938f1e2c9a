import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { writeFullMoment } from '@core/format/moment';
import { isTest, type RuleTree, type WhenTest } from '@core/rule/rule';
import { openTimeWithin } from '@core/rule/when';
import { localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { DateTime } from 'luxon';
import { MomentField } from '../shared/moment-field';
import { SessionService } from '../state/session.service';
import { DateField } from '../shared/date-field';
import { HoursField } from './hours-field';
import { whenChoiceOf, type WhenChoice } from './when-choice';

const weekdays = [
  { code: 'MO', label: $localize`Mon` },
  { code: 'TU', label: $localize`Tue` },
  { code: 'WE', label: $localize`Wed` },
  { code: 'TH', label: $localize`Thu` },
  { code: 'FR', label: $localize`Fri` },
  { code: 'SA', label: $localize`Sat` },
  { code: 'SU', label: $localize`Sun` },
] as const;

/** In which time: from and until, and within that a season each year, some weekdays, or some hours each day. */
@Component({
  selector: 'almanac-when-control',
  imports: [MomentField, DateField, HoursField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (choice(); as now) {
      <almanac-moment-field
        label="From"
        i18n-label
        emptyMeans="Empty shows it from the moment it goes live."
        i18n-emptyMeans
        [value]="now.window?.from ?? null"
        (valueChange)="setWindow($event, now.window?.until ?? null)"
      />
      <almanac-moment-field
        label="Until"
        i18n-label
        emptyMeans="Empty shows it until further notice."
        i18n-emptyMeans
        [value]="now.window?.until ?? null"
        [fault]="fault()"
        (valueChange)="setWindow(now.window?.from ?? null, $event)"
      />
      <fieldset class="kinds">
        <legend i18n>Within that</legend>
        @for (each of kinds; track each.kind) {
          <label
            ><input type="radio" class="form-check-input" name="when-kind" [checked]="now.kind === each.kind" (change)="begin(each.kind)" />
            {{ each.label }}</label
          >
        }
      </fieldset>
      @if (now.kind === 'season' && now.again; as each) {
        <div class="row-line">
          <div>
            <label i18n class="form-label" for="season-from">First day</label
            ><almanac-date-field
              fieldId="season-from"
              [withTime]="false"
              [value]="each.start.slice(0, 10)"
              (valueChange)="setSeason($event, lastDay())"
            />
          </div>
          <div>
            <label i18n class="form-label" for="season-last">Last day</label
            ><almanac-date-field
              fieldId="season-last"
              [withTime]="false"
              [value]="lastDay()"
              (valueChange)="setSeason(each.start.slice(0, 10), $event)"
            />
          </div>
        </div>
        @if (each.end <= each.start) {
          <p i18n class="form-fault" role="alert">The last day must lie after the first.</p>
        }
      }
      @if (now.kind === 'weekdays' && now.again; as each) {
        <div class="days" role="group" aria-label="Weekdays" i18n-aria-label>
          @for (day of weekdays; track day.code) {
            <label
              ><input type="checkbox" class="form-check-input" [checked]="days().includes(day.code)" (change)="toggleDay(day.code)" />
              {{ day.label }}</label
            >
          }
        </div>
        <almanac-hours-field [from]="each.start.slice(11)" [until]="closing()" (hoursChange)="setHours($event[0], $event[1])" />
      }
      @if (now.daily; as each) {
        <almanac-hours-field [from]="each.from" [until]="each.until" (hoursChange)="setDaily($event[0], $event[1])" />
      }
      @if (next().length > 0) {
        <p i18n class="form-help">Next: {{ next().join('; ') }}. All in the site’s time ({{ zone }}).</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      width: 340px;
    }
    .kinds {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      margin: 4px 0 8px;
    }
    legend {
      font-size: 12px;
      font-weight: 600;
      margin: 0;
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
      margin-bottom: 6px;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class WhenControl {
  readonly #session = inject(SessionService);
  protected readonly zone = this.#session.site.zone;
  readonly tree = input.required<RuleTree<WhenTest>>();
  readonly treeChange = output<RuleTree<WhenTest>>();
  protected readonly weekdays = weekdays;
  protected readonly kinds: readonly { kind: WhenChoice['kind']; label: string }[] = [
    { kind: 'always', label: $localize`all the time` },
    { kind: 'season', label: $localize`every year` },
    { kind: 'weekdays', label: $localize`on weekdays` },
    { kind: 'daily', label: $localize`hours each day` },
  ];
  /** Null when the tree holds more than these controls can say. */
  protected readonly choice = computed(() => whenChoiceOf(this.tree()));
  protected readonly lastDay = computed(() => shiftDay(this.choice()?.again?.end.slice(0, 10) ?? '', -1));
  protected readonly days = computed(() => /BYDAY=([A-Z,]+)/.exec(this.choice()?.again?.rule ?? '')?.[1]?.split(',') ?? []);
  protected readonly closing = computed(() => this.choice()?.again?.end.slice(11) ?? '');
  protected readonly fault = computed(() => {
    const window = this.choice()?.window;
    return window?.from && window.until && window.until.local <= window.from.local
      ? $localize`The end must lie after the beginning.`
      : null;
  });
  /** When it next opens, for whatever comes again. */
  protected readonly next = computed((): readonly string[] => {
    const tree = this.tree();
    const choice = this.choice();
    if (!choice || choice.kind === 'always' || isTest(tree)) return [];
    const style = this.#session.style;
    const horizon = style.now + 1_200 * 86_400_000;
    const open = openTimeWithin(tree, { from: style.now, until: horizon }).filter(each => each.until < horizon);
    return open
      .slice(0, 2)
      .map(each =>
        each.from <= style.now
          ? $localize`now to ${writeFullMoment(each.until, style)}`
          : $localize`${writeFullMoment(each.from, style)} to ${writeFullMoment(each.until, style)}`,
      );
  });

  protected setWindow(from: LocalTime | null, until: LocalTime | null): void {
    this.#emit({ ...this.choice()!, window: from === null && until === null ? null : { test: 'window', from, until } });
  }

  protected begin(kind: WhenChoice['kind']): void {
    const today = localTimeAt(this.#session.site.now, this.zone).slice(0, 10);
    const { window } = this.choice()!;
    if (kind === 'always') this.#emit({ kind, window, again: null, daily: null });
    else if (kind === 'season') this.setSeason(today, shiftDay(today, 30));
    else if (kind === 'daily') this.setDaily('09:00', '17:00');
    else this.#setWeekly(['MO', 'TU', 'WE', 'TH', 'FR'], '09:00', '17:00');
  }

  protected setSeason(first: string, last: string): void {
    if (!first || !last) return;
    const again = {
      test: 'recurring',
      start: `${first}T00:00`,
      end: `${shiftDay(last, 1)}T00:00`,
      zone: this.zone,
      rule: 'FREQ=YEARLY',
    } as const;
    this.#emit({ kind: 'season', window: this.choice()!.window, again, daily: null });
  }

  protected toggleDay(code: string): void {
    const days = this.days().includes(code) ? this.days().filter(each => each !== code) : [...this.days(), code];
    if (days.length > 0) this.#setWeekly(days, this.choice()!.again!.start.slice(11), this.closing());
  }

  protected setHours(from: string, until: string): void {
    if (from && until && from !== until) this.#setWeekly(this.days(), from, until);
  }

  protected setDaily(from: string, until: string): void {
    if (!from || !until || from === until) return;
    const daily = { test: 'time of day', from, until, zone: this.zone } as const;
    this.#emit({ kind: 'daily', window: this.choice()!.window, again: null, daily });
  }

  #setWeekly(days: readonly string[], from: string, until: string): void {
    const sorted = weekdays.filter(day => days.includes(day.code));
    // The first opening lies on one of the days, in the past, so that every opening of the rule counts.
    const monday = DateTime.fromISO('2024-01-01', { zone: 'utc' });
    const first = monday.plus({ days: weekdays.findIndex(day => day.code === sorted[0]!.code) }).toISODate()!;
    const rule = `FREQ=WEEKLY;BYDAY=${sorted.map(day => day.code).join(',')}`;
    const end = `${until > from ? first : shiftDay(first, 1)}T${until}`;
    const again = { test: 'recurring', start: `${first}T${from}`, end, zone: this.zone, rule } as const;
    this.#emit({ kind: 'weekdays', window: this.choice()!.window, again, daily: null });
  }

  #emit({ window, again, daily }: WhenChoice): void {
    const all = [window, again, daily].filter(test => test !== null);
    this.treeChange.emit(all.length === 0 ? {} : { all });
  }
}

function shiftDay(day: string, days: number): string {
  return DateTime.fromISO(day, { zone: 'utc' }).plus({ days }).toISODate() ?? day;
}
