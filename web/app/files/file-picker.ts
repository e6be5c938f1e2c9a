import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { mediaTypes } from '@core/file/media-types';

const accepted = Object.values(mediaTypes)
  .flatMap(each => [each.ending, ...(each.alsoEnding ?? [])])
  .map(ending => `.${ending}`)
  .join(',');

/** A button that asks for files of this computer. */
@Component({
  selector: 'almanac-file-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="btn" [class]="kind()" (click)="picker.click()"><ng-content /></button>
    <input #picker type="file" hidden [multiple]="isMany()" [accept]="accept()" (change)="pick(picker)" />
  `,
})
export class FilePicker {
  readonly isMany = input(true);
  readonly kind = input('btn-plain');
  /** Endings of the files that are offered; left out, those that the library takes. */
  readonly accept = input(accepted);
  readonly picked = output<readonly File[]>();

  protected pick(picker: HTMLInputElement): void {
    const files = [...(picker.files ?? [])];
    // The same file may be picked again.
    picker.value = '';
    if (files.length > 0) this.picked.emit(files);
  }
}
