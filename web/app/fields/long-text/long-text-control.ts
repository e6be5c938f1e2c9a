import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { LongTextField } from '@core/fields/long-text/long-text';
import { textIn } from '../../shared/typed-event';
import { Control } from '../control';

/** Plain text over several lines. */
@Component({
  selector: 'almanac-long-text-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <textarea
      class="form-control"
      rows="4"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      [value]="value()"
      (input)="change()(textIn($event))"
    ></textarea>
  `,
})
export class LongTextControl extends Control<LongTextField, string> {
  protected readonly textIn = textIn;
}
