import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { FileField } from '@core/fields/file/file';
import { ChosenFile } from '../chosen-file';
import { Control } from '../control';

/** A file of the library. */
@Component({
  selector: 'almanac-file-control',
  imports: [ChosenFile],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-chosen-file [of]="this" [sort]="field().sort" />`,
})
export class FileControl extends Control<FileField, string> {}
