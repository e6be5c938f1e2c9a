import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { textIn } from '../../shared/typed-event';

/** What can be done to a table. */
export type TableAct =
  'row above' | 'row below' | 'no row' | 'column before' | 'column after' | 'no column' | 'names in row' | 'names in column' | 'no table';

/** How a table stands in its text. */
export interface TableState {
  readonly caption: string;
  readonly hasNamesInRow: boolean;
  readonly hasNamesInColumn: boolean;
}

const groups: readonly { readonly label: string; readonly acts: readonly { readonly act: TableAct; readonly words: string }[] }[] = [
  {
    label: $localize`Row`,
    acts: [
      { act: 'row above', words: $localize`above` },
      { act: 'row below', words: $localize`below` },
      { act: 'no row', words: $localize`remove` },
    ],
  },
  {
    label: $localize`Column`,
    acts: [
      { act: 'column before', words: $localize`before` },
      { act: 'column after', words: $localize`after` },
      { act: 'no column', words: $localize`remove` },
    ],
  },
];

/** What can be done to the table in which the cursor is. */
@Component({
  selector: 'almanac-table-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups; track group.label) {
      <span class="row-line acts" role="group" [attr.aria-label]="group.label">
        <span class="small">{{ group.label }}</span>
        @for (each of group.acts; track each.act) {
          <button type="button" class="btn-word" (click)="act.emit(each.act)">{{ each.words }}</button>
        }
      </span>
    }
    <label class="row-line"
      ><input type="checkbox" class="form-check-input" [checked]="table().hasNamesInRow" (change)="act.emit('names in row')" />
      <ng-container i18n>first row names the columns</ng-container></label
    >
    <label class="row-line"
      ><input type="checkbox" class="form-check-input" [checked]="table().hasNamesInColumn" (change)="act.emit('names in column')" />
      <ng-container i18n>first column names the rows</ng-container></label
    >
    <input
      class="form-control"
      aria-label="Caption of the table"
      i18n-aria-label
      placeholder="Caption; empty shows none"
      i18n-placeholder
      maxlength="200"
      [value]="table().caption"
      (input)="caption.emit(textIn($event))"
    />
    <button i18n type="button" class="btn-word" (click)="act.emit('no table')">Remove table</button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 14px;
      padding: 4px 8px;
      border-bottom: 1px solid var(--hair);
      font-size: 12.5px;
    }
    .acts {
      gap: 8px;
    }
    .form-control {
      flex: 1 1 160px;
      width: auto;
    }
  `,
})
export class TableBar {
  readonly table = input.required<TableState>();
  readonly act = output<TableAct>();
  readonly caption = output<string>();
  protected readonly groups = groups;
  protected readonly textIn = textIn;
}
