import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { localTimeAt } from '@core/schedule/local-time';
import { DateField } from '../shared/date-field';
import { shiftDay } from '../shared/shift-day';
import { textIn } from '../shared/typed-event';
import { SeasonsService } from '../state/seasons.service';
import { SessionService } from '../state/session.service';
import type { Exception } from './when-choice';

/** When something is not, although it would be: on some days, or during seasons. */
@Component({
  selector: 'almanac-when-exceptions',
  imports: [DateField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of rows(); track $index) {
      <div class="line" role="group" [attr.aria-label]="each.label">
        @if (each.days; as days) {
          <span i18n>but not from</span>
          <almanac-date-field
            fieldId="except-{{ $index }}-from"
            [withTime]="false"
            [value]="days.first"
            (valueChange)="setFirst($index, $event, days.last)"
          />
          <label i18n class="visually-hidden" for="except-{{ $index }}-from">First day without</label>
          <span i18n>to</span>
          <almanac-date-field
            fieldId="except-{{ $index }}-last"
            [withTime]="false"
            [value]="days.last"
            (valueChange)="setLast($index, days.first, $event)"
          />
          <label i18n class="visually-hidden" for="except-{{ $index }}-last">Last day without</label>
        } @else {
          <span>{{ each.label }}</span>
        }
        <button i18n class="btn-word" ariaLabel="Take out: {{ each.label }}" i18n-ariaLabel (click)="takeOut($index)">Take out</button>
      </div>
    }
    <div class="line">
      <button i18n class="btn-word" (click)="addDays()">Except some days</button>
      @if (others().length > 0) {
        <select class="form-select" aria-label="Except during a season" i18n-aria-label (change)="addSeason($event)">
          <option i18n value="">except during…</option>
          @for (each of others(); track each.id) {
            <option [value]="each.id">{{ each.title }}</option>
          }
        </select>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      margin: 6px 0;
    }
    almanac-date-field {
      --date-width: 150px;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      align-items: center;
      min-height: 30px;
    }
    .form-select {
      width: auto;
    }
  `,
})
export class WhenExceptions {
  readonly #session = inject(SessionService);
  readonly #seasons = inject(SeasonsService);
  readonly except = model.required<readonly Exception[]>();
  protected readonly others = computed(() => {
    const taken = new Set(this.except().flatMap(each => (each.test === 'season' ? [each.season] : [])));
    return this.#seasons.rows().filter(each => !taken.has(each.id));
  });
  protected readonly rows = computed(() =>
    this.except().map(each => {
      if (each.test === 'season') return { days: null, label: $localize`but not during ${this.#titleOf(each.season)}` };
      const days = { first: each.from!.local.slice(0, 10), last: shiftDay(each.until!.local.slice(0, 10), -1) };
      return { days, label: $localize`but not from ${days.first} to ${days.last}` };
    }),
  );

  protected addDays(): void {
    const { now, zone } = this.#session.site;
    const today = localTimeAt(now, zone).slice(0, 10);
    this.except.set([...this.except(), this.#window(today, today)]);
  }

  protected addSeason(event: Event): void {
    const season = textIn(event);
    if (season) this.except.set([...this.except(), { test: 'season', season }]);
  }

  /** The day that was typed holds; the other end goes along where it would lie before it, or after. */
  protected setFirst(at: number, first: string, last: string): void {
    if (first) this.#setDays(at, first, last < first ? first : last);
  }

  /** See {@link setFirst}. */
  protected setLast(at: number, first: string, last: string): void {
    if (last) this.#setDays(at, first > last ? last : first, last);
  }

  protected takeOut(at: number): void {
    this.except.set(this.except().filter((_each, index) => index !== at));
  }

  #setDays(at: number, first: string, last: string): void {
    this.except.set(this.except().map((each, index) => (index === at ? this.#window(first, last) : each)));
  }

  #titleOf(id: string): string {
    return this.#seasons.rows().find(each => each.id === id)?.title ?? $localize`a season that is not live`;
  }

  #window(first: string, last: string): Exception {
    const { zone } = this.#session.site;
    const at = (day: string) => ({ local: `${day}T00:00`, zone });
    return { test: 'window', from: at(first), until: at(shiftDay(last, 1)) };
  }
}
