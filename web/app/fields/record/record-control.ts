import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { RecordField } from '@core/fields/record/record';
import { textIn } from '../../shared/typed-event';
import { RecordLists } from './record-lists';
import { Control } from '../control';

/** A record of one kind, by its title. */
@Component({
  selector: 'almanac-record-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      class="form-select"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      (change)="change()(textIn($event))"
    >
      <option value="" [selected]="value() === ''">Not chosen</option>
      @for (row of rows(); track row.id) {
        <option [value]="row.id" [selected]="row.id === value()">{{ row.title }}</option>
      }
    </select>
  `,
})
export class RecordControl extends Control<RecordField, string> {
  readonly #lists = inject(RecordLists);
  protected readonly textIn = textIn;
  protected readonly rows = computed(() => this.#lists.of(this.field().of)());
}
