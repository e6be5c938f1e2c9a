import { ChangeDetectionStrategy, Component, forwardRef } from '@angular/core';
import type { GroupField } from '@core/fields/group/group';
import type { FieldValues } from '@core/fields/field';
import { Control } from '../control';
import { FieldsForm } from '../fields-form';

/** Several fields that belong together. */
@Component({
  selector: 'almanac-group-control',
  imports: [forwardRef(() => FieldsForm)],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset [attr.aria-describedby]="describedBy()">
      <legend class="form-label">{{ field().label }}</legend>
      <almanac-fields-form
        [fields]="field().fields"
        [values]="value()"
        [idPrefix]="controlId()"
        [faultAt]="faultAt()"
        (valuesChange)="change()($event)"
      />
    </fieldset>
  `,
  styles: `
    fieldset {
      border-left: 3px solid var(--hair);
      padding-left: 10px;
    }
  `,
})
export class GroupControl extends Control<GroupField, FieldValues> {}
