import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { BlockTypeDeclaration } from '@core/blocks/block-type';
import type { FieldValues } from '@core/fields/field';
import { initialValues } from '@core/fields/index';
import { textIn } from '../shared/typed-event';

/** Ready-made settings with which a new block can begin; nothing where its type has none. */
@Component({
  selector: 'almanac-begin-as',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if ((type().beginnings ?? []).length > 0) {
      <div class="field">
        <label i18n class="form-label" for="begin-as">Begins as</label>
        <select class="form-select" id="begin-as" (change)="choose(textIn($event))">
          <option i18n value="">nothing in particular</option>
          @for (each of type().beginnings; track each.label) {
            <option [value]="each.label">{{ each.label }}</option>
          }
        </select>
      </div>
    }
  `,
})
export class BeginAs {
  readonly type = input.required<BlockTypeDeclaration>();
  /** The values with which it begins then. */
  readonly chosen = output<FieldValues>();
  protected readonly textIn = textIn;

  protected choose(label: string): void {
    const { fields, beginnings = [] } = this.type();
    this.chosen.emit({ ...initialValues(fields), ...beginnings.find(each => each.label === label)?.fields });
  }
}
