import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { ChoiceField } from '@core/fields/choice/choice';
import { textIn } from '../../shared/typed-event';
import { Control } from '../control';

/** One of several values. */
@Component({
  selector: 'almanac-choice-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      class="form-select"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      (change)="change()(textIn($event))"
    >
      @for (choice of field().choices; track choice.value) {
        <option [value]="choice.value" [selected]="choice.value === value()">{{ choice.label }}</option>
      }
    </select>
  `,
})
export class ChoiceControl extends Control<ChoiceField, string> {
  protected readonly textIn = textIn;
}
