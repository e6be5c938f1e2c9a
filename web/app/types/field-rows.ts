import { ChangeDetectionStrategy, Component, computed, forwardRef, input, output } from '@angular/core';
import type { ChoiceField } from '@core/fields/choice/choice';
import type { Field } from '@core/fields/index';
import type { ListField } from '@core/fields/list/list';
import type { SiteField } from '@core/site-types/site-type';
import { OrderButtons } from '../fields/order-buttons';
import { isTickedIn, numberIn, textIn } from '../shared/typed-event';
import { calledAfter, freshField, offeredKinds, ofKind } from './field-kinds';

/** Fields of a type, each with what it asks and how. */
@Component({
  selector: 'almanac-field-rows',
  imports: [OrderButtons, forwardRef(() => FieldRows)],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of fields(); track $index; let at = $index) {
      @if (each.state === 'used') {
        <fieldset>
          <legend class="visually-hidden">{{ each.field.label || newWord }}</legend>
          <div class="line">
            <input
              class="form-control label"
              ariaLabel="Label of field {{ at + 1 }}"
              i18n-ariaLabel
              placeholder="Label"
              i18n-placeholder
              maxlength="80"
              [value]="each.field.label"
              (input)="setLabel(at, textIn($event))"
            />
            <select class="form-select kind" ariaLabel="Kind of field {{ at + 1 }}" i18n-ariaLabel (change)="setKind(at, textIn($event))">
              @for (kind of kinds(); track kind.kind) {
                <option [value]="kind.kind" [selected]="kind.kind === each.field.kind">{{ kind.label }}</option>
              }
            </select>
            <label class="row-line"
              ><input
                type="checkbox"
                class="form-check-input"
                [checked]="each.field.required"
                (change)="setField(at, { required: isTickedIn($event) })"
              />
              <ng-container i18n>needed</ng-container></label
            >
            @if (!isNested()) {
              <label class="row-line"
                ><input
                  type="checkbox"
                  class="form-check-input"
                  [checked]="each.field.hasOwnWords"
                  (change)="setField(at, { hasOwnWords: isTickedIn($event) })"
                />
                <ng-container i18n>own words by language</ng-container></label
              >
              <code>{{ each.called }}</code>
            }
            <span class="grow"></span>
            <almanac-order-buttons
              [list]="fields()"
              [at]="at"
              [name]="each.field.label"
              [mayTakeOut]="true"
              (listChange)="fieldsChange.emit($event)"
            />
          </div>
          <div class="line">
            <input
              class="form-control help"
              ariaLabel="Help of field {{ at + 1 }}"
              i18n-ariaLabel
              placeholder="Help: what it is for, and what empty means"
              i18n-placeholder
              maxlength="300"
              [value]="each.field.help"
              (input)="setField(at, { help: textIn($event) })"
            />
            @if (boundsOf(each.field); as bounds) {
              @if (bounds.least !== null) {
                <label class="row-line"
                  ><ng-container i18n>least</ng-container>&ngsp;<input
                    class="form-control number"
                    type="number"
                    [value]="bounds.least"
                    (change)="setField(at, { least: numberIn($event) })"
                /></label>
              }
              <label class="row-line"
                ><ng-container i18n>most</ng-container>&ngsp;<input
                  class="form-control number"
                  type="number"
                  min="1"
                  [value]="bounds.most"
                  (change)="setField(at, { most: numberIn($event) })"
              /></label>
            }
          </div>
          @if (choicesOf(each.field); as choices) {
            <label class="choices"
              ><span i18n>Choices, one on each line</span
              ><textarea class="form-control" rows="3" [value]="choices" (change)="setChoices(at, textIn($event))"></textarea>
            </label>
          }
          @if (itemsOf(each.field); as items) {
            <div class="nested">
              <label class="row-line"
                ><ng-container i18n>One of it is called</ng-container>&ngsp;<input
                  class="form-control label"
                  [value]="itemWord(each.field)"
                  (change)="setField(at, { item: textIn($event) })"
              /></label>
              <almanac-field-rows [isNested]="true" [fields]="items" (fieldsChange)="setItems(at, $event)" />
            </div>
          }
        </fieldset>
      }
    }
    <p><button i18n type="button" class="btn btn-plain" (click)="add()">Add a field</button></p>
    @for (each of fields(); track $index; let at = $index) {
      @if (each.state !== 'used') {
        <p class="row-line withdrawn">
          <span class="quiet grow">
            @if (each.state === 'emptied') {
              <ng-container i18n>“{{ each.field.label }}” was withdrawn and emptied.</ng-container>
            } @else {
              <ng-container i18n>“{{ each.field.label }}” is withdrawn; what records hold in it is kept.</ng-container>
            }
          </span>
          <button
            i18n
            type="button"
            class="btn-word"
            ariaLabel="Bring back {{ each.field.label }}"
            i18n-ariaLabel
            (click)="setState(at, 'used')"
          >
            Bring back
          </button>
          @if (each.state === 'withdrawn') {
            <button
              i18n
              type="button"
              class="btn-word"
              ariaLabel="Empty {{ each.field.label }}"
              i18n-ariaLabel
              (click)="setState(at, 'emptied')"
            >
              Throw away what is in it
            </button>
          }
        </p>
      }
    }
  `,
  styles: `
    fieldset {
      border-bottom: 1px solid #ece6d9;
      padding: 6px 0;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
      margin-bottom: 4px;
    }
    .label {
      width: 180px;
    }
    .kind {
      width: 140px;
    }
    .help {
      flex: 1 1 260px;
      max-width: 520px;
    }
    .number {
      width: 92px;
    }
    code {
      font-size: 12px;
      color: var(--ink-2);
    }
    .choices {
      display: block;
      max-width: 340px;
    }
    .nested {
      margin-inline-start: 18px;
      padding-inline-start: 10px;
      border-inline-start: 2px solid var(--hair);
    }
    .withdrawn {
      margin: 0;
    }
  `,
})
export class FieldRows {
  readonly fields = input.required<readonly SiteField[]>();
  /** Within a list: plain kinds only, and no words by language. */
  readonly isNested = input(false);
  readonly fieldsChange = output<readonly SiteField[]>();
  protected readonly textIn = textIn;
  protected readonly numberIn = numberIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly newWord = $localize`A new field`;
  protected readonly kinds = computed(() => offeredKinds.filter(each => !this.isNested() || each.isPlain));

  protected add(): void {
    this.fieldsChange.emit([...this.fields(), freshField()]);
  }

  protected setState(at: number, state: SiteField['state']): void {
    this.#set(at, each => ({ ...each, state }));
  }

  protected setField(at: number, part: Readonly<Record<string, unknown>>): void {
    this.#set(at, each => ({ ...each, field: { ...each.field, ...part } as unknown as Field }));
  }

  /** A new field is called after its label; one that records hold keeps its name. */
  protected setLabel(at: number, label: string): void {
    this.#set(at, each => {
      const isNew = each.field.name === '' || this.isNested();
      return { ...each, field: { ...each.field, label } as Field, called: isNew ? calledAfter(label) : each.called };
    });
  }

  protected setKind(at: number, kind: string): void {
    this.#set(at, each => ({ ...each, field: ofKind(each.field, kind) }));
  }

  protected boundsOf(field: Field): { readonly least: number | null; readonly most: number } | null {
    if (field.kind === 'number') return { least: field.least, most: field.most };
    return field.kind === 'short text' || field.kind === 'long text' ? { least: null, most: field.most ?? 0 } : null;
  }

  protected choicesOf(field: Field): string | null {
    return field.kind === 'choice' ? (field as ChoiceField).choices.map(each => each.label).join('\n') : null;
  }

  // One that is called otherwise stays the same choice as long as it keeps its place.
  protected setChoices(at: number, text: string): void {
    const labels = text.split('\n').map(each => each.trim()).filter(each => each !== ''); // prettier-ignore
    this.#set(at, each => {
      const before = (each.field as ChoiceField).choices;
      const choices = labels.map((label, index) => {
        const known = before.find(one => one.label === label) ?? (labels.length === before.length ? before[index] : undefined);
        return { value: known?.value ?? calledAfter(label), label };
      });
      return { ...each, field: { ...each.field, choices } as Field };
    });
  }

  protected itemsOf(field: Field): readonly SiteField[] | null {
    if (field.kind !== 'list') return null;
    return field.fields.map(each => ({ field: each as Field, called: each.name, state: 'used' }));
  }

  protected itemWord(field: Field): string {
    return (field as ListField).item;
  }

  protected setItems(at: number, items: readonly SiteField[]): void {
    this.setField(at, { fields: items.map(({ field, called }) => ({ ...field, name: field.name || called })) });
  }

  #set(at: number, change: (each: SiteField) => SiteField): void {
    this.fieldsChange.emit(this.fields().map((each, index) => (index === at ? change(each) : each)));
  }
}
