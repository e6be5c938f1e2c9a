import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { ChoiceField } from '@core/fields/choice/choice';
import { Control } from '../control';
import { OptionSelect } from '../option-select';

/** One of several values. */
@Component({
  selector: 'almanac-choice-control',
  imports: [OptionSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-option-select [of]="this" [options]="field().choices" />`,
})
export class ChoiceControl extends Control<ChoiceField, string> {}
