import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { PageRow } from '@contract/messages';
import type { BlockFields, BlockType, FieldDefinition } from '@core/block/block';
import { SessionService } from '../state/session.service';
import { indentOf, pictureName } from './labels';
import { RichTextField } from './rich-text-field';

/** The fields of a block, made from its type's definitions. */
@Component({
  selector: 'almanac-fields-form',
  imports: [RichTextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (field of type().fields; track field.name) {
      <div class="field" [class.beside]="field.kind === 'toggle'">
        @if (field.kind !== 'toggle') {
          <label class="form-label" [for]="'field-' + field.name"
            >{{ field.label }}
            @if (field.required) {
              <span class="quiet"> (needed)</span>
            }
          </label>
        }
        @switch (field.kind) {
          @case ('rich text') {
            <almanac-rich-text-field
              [label]="field.label"
              [value]="textOf(field)"
              [isInvalid]="faultOf(field) !== null"
              (valueChange)="set(field, $event)"
            />
          }
          @case ('choice') {
            <select
              class="form-select"
              [id]="'field-' + field.name"
              [value]="textOf(field)"
              (change)="set(field, $any($event.target).value)"
            >
              @for (choice of field.choices; track choice.value) {
                <option [value]="choice.value" [selected]="choice.value === textOf(field)">{{ choice.label }}</option>
              }
            </select>
          }
          @case ('number') {
            <input
              class="form-control number"
              type="number"
              [id]="'field-' + field.name"
              [min]="field.range?.[0]"
              [max]="field.range?.[1]"
              [value]="textOf(field)"
              (change)="set(field, $any($event.target).valueAsNumber)"
            />
          }
          @case ('picture') {
            <select
              class="form-select"
              [id]="'field-' + field.name"
              [value]="textOf(field)"
              (change)="set(field, $any($event.target).value)"
            >
              <option value="" [selected]="textOf(field) === ''">None chosen</option>
              @for (picture of pictures; track picture) {
                <option [value]="picture" [selected]="picture === textOf(field)">{{ nameOf(picture) }}</option>
              }
            </select>
            @if (textOf(field)) {
              <img [src]="textOf(field)" alt="" />
            }
          }
          @case ('page') {
            <select
              class="form-select"
              [id]="'field-' + field.name"
              [value]="textOf(field)"
              (change)="set(field, $any($event.target).value)"
            >
              <option value="" [selected]="textOf(field) === ''">Not chosen</option>
              @for (page of pages(); track page.id) {
                <option [value]="page.id" [selected]="page.id === textOf(field)">{{ indent(page.depth) }}{{ page.title }}</option>
              }
            </select>
          }
          @case ('toggle') {
            <label class="row-line"
              ><input
                type="checkbox"
                class="form-check-input"
                [checked]="fields()[field.name]"
                (change)="set(field, $any($event.target).checked)"
              />
              {{ field.label }}</label
            >
          }
          @default {
            @if ((field.longest ?? 0) > 200) {
              <textarea
                class="form-control"
                rows="3"
                [id]="'field-' + field.name"
                [class.is-invalid]="faultOf(field)"
                [value]="textOf(field)"
                (input)="set(field, $any($event.target).value)"
              ></textarea>
            } @else {
              <input
                class="form-control"
                [id]="'field-' + field.name"
                [class.is-invalid]="faultOf(field)"
                [value]="textOf(field)"
                (input)="set(field, $any($event.target).value)"
              />
            }
          }
        }
        @if (faultOf(field); as fault) {
          <p class="form-fault" role="alert">{{ fault }}</p>
        } @else {
          <p class="form-help">{{ field.help }}</p>
        }
      </div>
    }
  `,
  styles: `
    .number {
      width: 100px;
    }
    img {
      width: 130px;
      height: 73px;
      object-fit: cover;
      border-radius: 3px;
      margin-top: 4px;
      display: block;
    }
  `,
})
export class FieldsForm {
  readonly type = input.required<BlockType>();
  readonly fields = input.required<BlockFields>();
  readonly pages = input.required<readonly PageRow[]>();
  /** What is wrong, by field name. */
  readonly faults = input<Readonly<Record<string, string | null>>>({});
  readonly fieldsChange = output<BlockFields>();
  protected readonly nameOf = pictureName;
  protected readonly indent = indentOf;
  protected readonly pictures = inject(SessionService).site.pictures;

  protected textOf(field: FieldDefinition): string {
    return String(this.fields()[field.name] ?? '');
  }

  protected faultOf(field: FieldDefinition): string | null {
    return this.faults()[field.name] ?? null;
  }

  protected set(field: FieldDefinition, value: string | number | boolean): void {
    // A number field that was emptied keeps the number it had.
    if (typeof value === 'number' && Number.isNaN(value)) return;
    this.fieldsChange.emit({ ...this.fields(), [field.name]: value });
  }
}
