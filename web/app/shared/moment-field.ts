import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { isLocalDateTime, resolveLocalTime, type LocalTime } from '@core/schedule/local-time';
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
          <ng-container i18n>The clocks go forward over this time; it is taken as the same distance after the change.</ng-container>
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
            <option i18n value="earlier">first</option>
            <option i18n value="later">second</option></select
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

  protected type(local: string): void {
    this.valueChange.emit(isLocalDateTime(local) ? { local, zone: this.#session.site.zone } : null);
  }

  protected choose(event: Event): void {
    const value = this.value();
    if (value) this.valueChange.emit({ ...value, choice: (event.target as HTMLSelectElement).value as 'earlier' | 'later' });
  }
}
