import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { FileField } from '@core/fields/file/file';
import { SessionService } from '../../state/session.service';
import { Control } from '../control';
import { OptionSelect } from '../option-select';

/** A file of the site, by its name. */
@Component({
  selector: 'almanac-file-control',
  imports: [OptionSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-option-select [of]="this" [options]="options" none="None chosen" />`,
})
export class FileControl extends Control<FileField, string> {
  protected readonly options = inject(SessionService).site.pictures.map(value => ({ value, label: value.slice('/media/'.length) }));
}
