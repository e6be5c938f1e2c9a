import { ChangeDetectionStrategy, Component, computed, inject, type OnInit } from '@angular/core';
import type { RecordField } from '@core/fields/record/record';
import { Control } from '../control';
import { OptionSelect } from '../option-select';
import { RecordLists } from './record-lists';

/** A record of one kind, by its title. */
@Component({
  selector: 'almanac-record-control',
  imports: [OptionSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-option-select [of]="this" [options]="options()" none="Not chosen" i18n-none />`,
})
export class RecordControl extends Control<RecordField, string> implements OnInit {
  readonly #lists = inject(RecordLists);
  protected readonly options = computed(() =>
    this.#lists
      .of(this.field().of)
      .rows()
      .map(({ id, title }) => ({ value: id, label: title })),
  );

  ngOnInit(): void {
    this.#lists.of(this.field().of).refresh();
  }
}
