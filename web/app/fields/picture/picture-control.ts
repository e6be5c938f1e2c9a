import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { PictureField } from '@core/fields/picture/picture';
import { pictureName } from '../../shared/labels';
import { SessionService } from '../../state/session.service';
import { Control } from '../control';
import { OptionSelect } from '../option-select';

/** A picture of the site, shown small once it is chosen. */
@Component({
  selector: 'almanac-picture-control',
  imports: [OptionSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-option-select [of]="this" [options]="options" none="None chosen" />
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
  protected readonly options = inject(SessionService).site.pictures.map(value => ({ value, label: pictureName(value) }));
}
