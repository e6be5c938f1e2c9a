import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { PictureField } from '@core/fields/picture/picture';
import { pictureName } from '../../shared/labels';
import { textIn } from '../../shared/typed-event';
import { SessionService } from '../../state/session.service';
import { Control } from '../control';

/** A picture of the site, shown small once it is chosen. */
@Component({
  selector: 'almanac-picture-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      class="form-select"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      (change)="change()(textIn($event))"
    >
      <option value="" [selected]="value() === ''">None chosen</option>
      @for (picture of pictures; track picture) {
        <option [value]="picture" [selected]="picture === value()">{{ nameOf(picture) }}</option>
      }
    </select>
    @if (value()) {
      <img [src]="value()" alt="" />
    }
  `,
  styles: `
    img {
      width: 130px;
      height: 73px;
      object-fit: cover;
      border-radius: 3px;
      margin-top: 4px;
      display: block;
    }
  `,
})
export class PictureControl extends Control<PictureField, string> {
  protected readonly textIn = textIn;
  protected readonly nameOf = pictureName;
  protected readonly pictures = inject(SessionService).site.pictures;
}
