import { Directive, input } from '@angular/core';
import type { AnyField } from '@core/fields/kinds';

/** What is wrong at a JSON Pointer within a value, or null. */
export type FaultAt = (pointer: string) => string | null;

/** What a part of a control needs to know of it. */
export type ControlOf<Value> = Pick<Control<AnyField, Value>, 'controlId' | 'value' | 'describedBy' | 'change' | 'isInvalid'>;

/** What every control of a field is given, whatever the field's kind. */
@Directive()
export abstract class Control<Field extends AnyField, Value> {
  readonly field = input.required<Field>();
  readonly value = input.required<Value>();
  /** Id of the element that its label points at. */
  readonly controlId = input.required<string>();
  /** Id of the help or fault that stands beneath it. */
  readonly describedBy = input.required<string>();
  readonly faultAt = input.required<FaultAt>();
  /** Called with each new value. */
  readonly change = input.required<(value: Value) => void>();

  get isInvalid(): boolean {
    return this.faultAt()('') !== null;
  }
}
