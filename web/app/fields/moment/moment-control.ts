import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { MomentField as MomentDeclaration } from '@core/fields/moment/moment';
import type { LocalTime } from '@core/schedule/local-time';
import { MomentField } from '../../shared/moment-field';
import { Control } from '../control';

/** A date and time of day; label, help and faults are its own. */
@Component({
  selector: 'almanac-moment-control',
  imports: [MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-moment-field
      [label]="field().label"
      [emptyMeans]="field().help"
      [value]="value()"
      [fault]="faultAt()('') ?? faultAt()('/local') ?? faultAt()('/zone')"
      (valueChange)="change()($event)"
    />
  `,
})
export class MomentControl extends Control<MomentDeclaration, LocalTime | null> {}
