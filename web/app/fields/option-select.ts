import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { textIn } from '../shared/typed-event';
import type { ControlOf } from './control';

/** A value that may be chosen, and what it is called. */
export interface Option {
  readonly value: string;
  readonly label: string;
}

/** One of several values, for a field's control. */
@Component({
  selector: 'almanac-option-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      class="form-select"
      [id]="of().controlId()"
      [class.is-invalid]="of().isInvalid"
      [attr.aria-describedby]="of().describedBy()"
      (change)="of().change()(textIn($event))"
    >
      @if (none(); as label) {
        <option value="" [selected]="of().value() === ''">{{ label }}</option>
      }
      @for (option of options(); track option.value) {
        <option [value]="option.value" [selected]="option.value === of().value()">{{ option.label }}</option>
      }
    </select>
  `,
})
export class OptionSelect {
  /** The control that it stands in. */
  readonly of = input.required<ControlOf<string>>();
  readonly options = input.required<readonly Option[]>();
  /** What choosing nothing is called; empty where one must be chosen. */
  readonly none = input('');
  protected readonly textIn = textIn;
}
