import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { FileField } from '@core/fields/file/file';
import { textIn } from '../../shared/typed-event';
import { SessionService } from '../../state/session.service';
import { Control } from '../control';

/** A file of the site, by its name. */
@Component({
  selector: 'almanac-file-control',
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
      @for (file of files; track file) {
        <option [value]="file" [selected]="file === value()">{{ file.slice('/media/'.length) }}</option>
      }
    </select>
  `,
})
export class FileControl extends Control<FileField, string> {
  protected readonly textIn = textIn;
  protected readonly files = inject(SessionService).site.pictures;
}
