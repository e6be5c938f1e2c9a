import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { ChoicesField } from '@core/fields/choices/choices';
import { Control } from '../control';

/** Any of several values, each with a box of its own. */
@Component({
  selector: 'almanac-choices-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset [attr.aria-describedby]="describedBy()">
      <legend class="form-label">{{ field().label }}</legend>
      @for (choice of field().choices; track choice.value; let first = $first) {
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [id]="first ? controlId() : controlId() + '-' + choice.value"
            [checked]="value().includes(choice.value)"
            (change)="toggle(choice.value)"
          />
          {{ choice.label }}</label
        >
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 0 14px;
    }
  `,
})
export class ChoicesControl extends Control<ChoicesField, readonly string[]> {
  // They stand in the order of the choices, however they were ticked; what is a choice no more goes.
  protected toggle(value: string): void {
    const isTicked = (each: string) => this.value().includes(each) !== (each === value);
    this.change()(
      this.field()
        .choices.map(each => each.value)
        .filter(isTicked),
    );
  }
}
