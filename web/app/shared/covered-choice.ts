import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { Check } from '@contract/assembling';

/** What becomes of something planned. */
export type ScheduledChoice = 'keep' | 'cancel';

/** Names what is planned and would not come, and asks whether to keep it or to cancel it. */
@Component({
  selector: 'almanac-covered-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (check()?.beyond; as words) {
      <p class="notice-line ember" role="alert">{{ words }}</p>
    }
    @if (check()?.covers ?? []; as covers) {
      @if (covers.length > 0) {
        <fieldset class="notice-line ember">
          <legend i18n class="visually-hidden">What becomes of what is planned</legend>
          @for (each of covers; track $index) {
            <p>
              <b i18n>Planned: {{ each.words }}</b>
            </p>
          }
          <label
            ><input type="radio" class="form-check-input" name="covered" [checked]="choice() === 'keep'" (change)="choice.set('keep')" />
            <ng-container i18n>Keep it: this one ends where the planned one begins, and comes back where that ends.</ng-container></label
          >
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="covered"
              [checked]="choice() === 'cancel'"
              (change)="choice.set('cancel')"
            />
            <ng-container i18n>Cancel it: what is planned never comes.</ng-container></label
          >
        </fieldset>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0 0 4px;
    }
    label {
      color: var(--ink);
      display: flex;
      gap: 6px;
      align-items: baseline;
      min-height: 26px;
    }
    .form-check-input {
      margin: 0;
      flex: none;
      align-self: center;
    }
  `,
})
export class CoveredChoice {
  readonly check = input.required<Check | null>();
  readonly choice = model.required<ScheduledChoice>();
}
