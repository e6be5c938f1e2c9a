import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { PictureField } from '@core/fields/picture/picture';
import { ChosenFile } from '../chosen-file';
import { Control } from '../control';

/** A picture of the library. */
@Component({
  selector: 'almanac-picture-control',
  imports: [ChosenFile],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-chosen-file [of]="this" sort="picture" />`,
})
export class PictureControl extends Control<PictureField, string> {}
