import { InjectionToken, type Type } from '@angular/core';

/** How a kind of field is shown: its control, and what of label and help the control shows itself. */
export interface ControlDeclaration {
  readonly control: Type<unknown>;
  /** Label, help and faults are the control's own. */
  readonly isWhole?: boolean;
  /** The label is the control's own. */
  readonly hasOwnLabel?: boolean;
}

/** The control of each kind of field. */
export const FIELD_CONTROLS = new InjectionToken<Readonly<Record<string, ControlDeclaration>>>('controls of fields');
