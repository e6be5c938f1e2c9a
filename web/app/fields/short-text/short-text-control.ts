import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { ShortTextField } from '@core/fields/short-text/short-text';
import { textIn } from '../../shared/typed-event';
import { Control } from '../control';

/** Beyond so many characters a line is given more room to be written in. */
const roomy = 200;

/** One line of text. */
@Component({
  selector: 'almanac-short-text-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if ((field().most ?? 0) > roomy) {
      <textarea
        class="form-control"
        rows="2"
        [id]="controlId()"
        [class.is-invalid]="isInvalid"
        [attr.aria-describedby]="describedBy()"
        [value]="value()"
        (keydown.enter)="$event.preventDefault()"
        (input)="change()(oneLine($event))"
      ></textarea>
    } @else {
      <input
        class="form-control"
        [id]="controlId()"
        [class.is-invalid]="isInvalid"
        [attr.aria-describedby]="describedBy()"
        [value]="value()"
        (input)="change()(textIn($event))"
      />
    }
  `,
})
export class ShortTextControl extends Control<ShortTextField, string> {
  protected readonly roomy = roomy;
  protected readonly textIn = textIn;

  // What is pasted may come with line breaks, which the field does not hold.
  protected oneLine(event: Event): string {
    return textIn(event).replace(/\s*[\r\n]+\s*/g, ' ');
  }
}
