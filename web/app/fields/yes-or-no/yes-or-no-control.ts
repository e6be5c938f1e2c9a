import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { YesOrNoField } from '@core/fields/yes-or-no/yes-or-no';
import { isTickedIn } from '../../shared/typed-event';
import { Control } from '../control';

/** Something that is so or not; its label stands beside the box. */
@Component({
  selector: 'almanac-yes-or-no-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="row-line"
      ><input
        type="checkbox"
        class="form-check-input"
        [id]="controlId()"
        [attr.aria-describedby]="describedBy()"
        [checked]="value()"
        (change)="change()(isTickedIn($event))"
      />
      {{ field().label }}</label
    >
  `,
})
export class YesOrNoControl extends Control<YesOrNoField, boolean> {
  protected readonly isTickedIn = isTickedIn;
}
