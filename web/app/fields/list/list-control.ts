import { ChangeDetectionStrategy, Component, computed, type ElementRef, forwardRef, viewChildren } from '@angular/core';
import { newItem, type ListField, type ListItem } from '@core/fields/list/list';
import { kindOfField, wordsOfFields } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import { v7 as uuidv7 } from 'uuid';
import { Control, type FaultAt } from '../control';
import { FieldsForm } from '../fields-form';
import { OrderButtons } from '../order-buttons';

const noNames = { page: String, record: String, moment: String };

/** A list of items, each with the same fields: added, moved and taken out one by one. */
@Component({
  selector: 'almanac-list-control',
  imports: [forwardRef(() => FieldsForm), OrderButtons],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset [attr.aria-describedby]="describedBy()">
      <legend class="form-label">
        {{ field().label }} <span i18n class="quiet">({{ value().length }} of at most {{ most() }})</span>
      </legend>
      <ol>
        @for (item of value(); track item.id; let at = $index) {
          <li>
            <details [open]="isOpen(item, at)">
              <summary #summary>
                {{ at + 1 }}. {{ nameOf(item) }}
                @if (faultOfItem(at)('/id'); as words) {
                  <span class="form-fault" role="alert">{{ words }}</span>
                }
              </summary>
              <almanac-fields-form
                [fields]="field().fields"
                [values]="item.fields"
                [idPrefix]="controlId() + '-' + item.id"
                [faultAt]="faultsOf(at)"
                (valuesChange)="set(at, $event)"
              />
              <almanac-order-buttons
                [list]="value()"
                [at]="at"
                [name]="nameOf(item)"
                (listChange)="change()($event)"
                (takenOut)="goOnBefore(at)"
              />
            </details>
          </li>
        }
      </ol>
      <button i18n type="button" class="btn btn-plain" [id]="controlId()" [disabled]="value().length >= most()" (click)="add()">
        Add a {{ field().item }}
      </button>
    </fieldset>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0 0 6px;
      padding: 0;
    }
    li {
      border-left: 3px solid var(--hair);
      padding-left: 10px;
      margin-bottom: 8px;
    }
    summary {
      cursor: pointer;
      min-height: 26px;
    }
  `,
})
export class ListControl extends Control<ListField, readonly ListItem[]> {
  private readonly summaries = viewChildren<ElementRef<HTMLElement>>('summary');
  protected readonly most = computed(() => this.field().most ?? 100);

  readonly #added = new Set<string>();
  /** Of a long list only what is new, or has something wrong, lies open. */
  readonly #isShort = computed(() => this.value().length <= 2);

  protected isOpen(item: ListItem, at: number): boolean {
    const { fields } = this.field();
    return this.#isShort() || this.#added.has(item.id) || fields.some(each => this.faultAt()(`/${at}/fields/${each.name}`) !== null);
  }

  /** What an item says first, or that it says nothing yet. */
  protected nameOf(item: ListItem): string {
    const [head] = this.field().fields;
    const chosen = head?.kind === 'choice' ? kindOfField(head).describe!(item.fields[head.name], head, noNames) : '';
    const [first] = (chosen || wordsOfFields(this.field().fields, item.fields)).split('\n');
    return first ? first.slice(0, 60) : $localize`New ${this.field().item}`;
  }

  protected faultOfItem(at: number): FaultAt {
    return pointer => this.faultAt()(`/${at}${pointer}`);
  }

  protected faultsOf(at: number): FaultAt {
    return pointer => this.faultAt()(`/${at}/fields${pointer}`);
  }

  protected set(at: number, fields: FieldValues): void {
    this.change()(this.value().map((each, index) => (index === at ? { ...each, fields } : each)));
  }

  protected add(): void {
    const item = newItem(this.field(), uuidv7());
    this.#added.add(item.id);
    this.change()([...this.value(), item]);
  }

  // The item before it, or the first, is where one goes on.
  protected goOnBefore(at: number): void {
    this.summaries()[Math.max(0, at - 1)]?.nativeElement.focus();
  }
}
