import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { NumberField } from '@core/fields/number/number';
import { numberIn } from '../../shared/typed-event';
import { Control } from '../control';

/** A whole number. */
@Component({
  selector: 'almanac-number-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="form-control"
      type="number"
      [id]="controlId()"
      [min]="field().least"
      [max]="field().most"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      [value]="value()"
      (change)="set(number($event))"
    />
  `,
  styles: `
    input {
      width: 100px;
    }
  `,
})
export class NumberControl extends Control<NumberField, number> {
  protected readonly number = numberIn;

  // A number field that was emptied keeps the number it had.
  protected set(value: number): void {
    if (!Number.isNaN(value)) this.change()(value);
  }
}
