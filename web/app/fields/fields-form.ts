import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { isAsked, used, wordsOfField } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import type { AnyField } from '@core/fields/kinds';
import { listOf } from '@core/format/moment';
import { SessionService } from '../state/session.service';
import type { FaultAt } from './control';
import { FIELD_CONTROLS } from './controls.token';

/** From so much of what a text may hold, what is left is counted. */
const countedFrom = 0.8;

/** Any list of fields as a form: each with its label, help, what is wrong with it, and how much room is left. */
@Component({
  selector: 'almanac-fields-form',
  imports: [NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track row.field.name) {
      <div class="field">
        @if (!row.hasOwnLabel) {
          <label class="form-label" [for]="row.controlId"
            >{{ row.field.label }}
            @if (row.field.required) {
              <span i18n class="quiet"> (needed)</span>
            }
          </label>
        }
        <div [inert]="row.closedFor !== ''">
          <ng-container [ngComponentOutlet]="row.control" [ngComponentOutletInputs]="row.inputs" />
        </div>
        @if (row.closedFor) {
          <p class="form-help">{{ row.closedFor }}</p>
        }
        @if (!row.isWhole) {
          <div [id]="row.describedBy">
            @if (row.fault; as fault) {
              <p class="form-fault" role="alert">{{ fault }}</p>
            } @else if (row.field.help || row.count) {
              <p class="form-help">
                {{ row.field.help }}
                @if (row.count) {
                  <span class="count">{{ row.count }}</span>
                }
              </p>
            }
          </div>
        }
      </div>
    }
  `,
  styles: `
    .count {
      font-variant-numeric: tabular-nums;
      margin-left: 6px;
    }
  `,
})
export class FieldsForm {
  readonly #controls = inject(FIELD_CONTROLS);
  readonly #session = inject(SessionService);
  readonly #offers = this.#session.session()?.desk?.theme.offers ?? [];
  readonly fields = input.required<readonly AnyField[]>();
  /** Held here as well, so that what is typed next follows on what was typed last, before it has gone round. */
  readonly values = model.required<FieldValues>();
  /** What the ids of its elements begin with; another one for each form on a screen. */
  readonly idPrefix = input('field');
  /** What is wrong, by JSON Pointer from the values. */
  readonly faultAt = input<FaultAt>(() => null);

  // One function per field for as long as the form is there, so that a control does not start anew with each letter.
  readonly #changes = new Map<string, (value: unknown) => void>();

  protected readonly rows = computed(() =>
    used(this.fields())
      .filter(field => isAsked(field, this.values()) && (!field.themeOffer || this.#offers.includes(field.themeOffer)))
      .map(field => {
        const { control, isWhole = false, hasOwnLabel = isWhole } = this.#controls[field.kind]!;
        const controlId = `${this.idPrefix()}-${field.name}`;
        const describedBy = `${controlId}-about`;
        const faultAt: FaultAt = pointer => this.faultAt()(`/${field.name}${pointer}`);
        return {
          field,
          control,
          isWhole,
          hasOwnLabel,
          closedFor: this.#closedFor(field),
          controlId,
          describedBy,
          fault: faultAt(''),
          count: countOf(field, this.values()),
          inputs: { field, value: this.values()[field.name], controlId, describedBy, faultAt, change: this.#changeOf(field.name) },
        };
      }),
  );

  /** Who may change a field, when this person may not. */
  #closedFor({ changedBy }: AnyField): string {
    return changedBy && !this.#session.holds(...changedBy) ? $localize`Only ${listOf(changedBy, 'or')} may change this.` : '';
  }

  #changeOf(name: string): (value: unknown) => void {
    const known = this.#changes.get(name);
    if (known) return known;
    const made = (value: unknown): void => this.values.set({ ...this.values(), [name]: value });
    this.#changes.set(name, made);
    return made;
  }
}

function countOf(field: AnyField, values: FieldValues): string {
  const { most } = field as { readonly most?: unknown };
  const held = values[field.name];
  if (typeof most !== 'number' || typeof held !== 'string') return '';
  const { length } = wordsOfField(field, values);
  return length >= most * countedFrom ? $localize`${length} of ${most} characters` : '';
}
