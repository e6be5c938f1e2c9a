import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { writeFullMoment } from '@core/format/moment';
import { instantOf, isLocalDateTime, localTimeAt, resolveLocalTime, type LocalTime } from '@core/schedule/local-time';
import { SessionService } from '../state/session.service';
import { DateField } from './date-field';

// Labels point at their fields by id, so each field on a screen needs one of its own.
let fieldCount = 0;

/** A date and time in the site's zone, or empty. Says so when the clocks skip or repeat it, and asks which is meant. */
@Component({
  selector: 'almanac-moment-field',
  imports: [DateField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="form-label" [for]="fieldId">{{ label() }}</label>
    <div class="row-line">
      <almanac-date-field
        [fieldId]="fieldId"
        [value]="value()?.local ?? ''"
        [isInvalid]="fault() !== null"
        [describedBy]="fieldId + 'h'"
        (valueChange)="type($event)"
      />
      @if (value()) {
        <button type="button" class="btn-word" (click)="valueChange.emit(null)">{{ emptyWord() }}</button>
      }
    </div>
    <p class="form-help" [id]="fieldId + 'h'">
      @if (!value()) {
        {{ emptyMeans() }}
      }
      @switch (kind()) {
        @case ('skipped') {
          <ng-container i18n
            >The clocks go forward over this time: there is none. It is taken as {{ taken() }}, as long after the change.</ng-container
          >
        }
        @case ('repeated') {
          <ng-container i18n>The clocks go back, so this time comes twice. Meant is the</ng-container>&ngsp;
          <select
            class="word"
            aria-label="Which of the two"
            i18n-aria-label
            [value]="value()?.choice ?? 'earlier'"
            (change)="choose($event)"
          >
            <option i18n value="earlier">first ({{ zoneWords('earlier') }})</option>
            <option i18n value="later">second ({{ zoneWords('later') }})</option></select
          >.
        }
      }
    </p>
    @if (fault()) {
      <p class="form-fault" role="alert">{{ fault() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
  `,
})
export class MomentField {
  readonly #session = inject(SessionService);
  protected readonly fieldId = `moment-${(fieldCount += 1)}`;
  readonly label = input.required<string>();
  readonly value = input.required<LocalTime | null>();
  /** What empty means, shown as help. */
  readonly emptyMeans = input('');
  /** The button that empties the field. */
  readonly emptyWord = input($localize`Clear`);
  readonly fault = input<string | null>(null);
  readonly valueChange = output<LocalTime | null>();
  protected readonly kind = computed(() => {
    const value = this.value();
    return value ? resolveLocalTime(value).kind : 'exact';
  });

  /** What a time that does not exist is taken as. */
  protected readonly taken = computed(() => writeFullMoment(instantOf(this.value()!), this.#session.style));

  /** What the clocks of the place are called at one of the two instants, and where that is in universal time. */
  protected zoneWords(choice: 'earlier' | 'later'): string {
    const { zone, locale } = this.#session.style;
    const instant = instantOf({ ...this.value()!, choice });
    const parts = new Intl.DateTimeFormat(locale, { timeZone: zone, timeZoneName: 'short' }).formatToParts(instant);
    const name = parts.find(each => each.type === 'timeZoneName')!.value;
    return $localize`${name}, ${localTimeAt(instant, 'utc').slice(11)} UTC`;
  }

  protected type(local: string): void {
    this.valueChange.emit(isLocalDateTime(local) ? { local, zone: this.#session.site.zone } : null);
  }

  protected choose(event: Event): void {
    const value = this.value();
    if (value) this.valueChange.emit({ ...value, choice: (event.target as HTMLSelectElement).value as 'earlier' | 'later' });
  }
}
