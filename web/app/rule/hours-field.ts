import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { TimeField } from '../shared/time-field';

/** From one time of day to another, each "06:00". */
@Component({
  selector: 'almanac-hours-field',
  imports: [TimeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span
      ><ng-container i18n>from</ng-container>
      <almanac-time-field label="Opens" i18n-label [value]="from()" (valueChange)="hoursChange.emit([$event, until()])"
    /></span>
    <span
      ><ng-container i18n>to</ng-container>
      <almanac-time-field label="Closes" i18n-label [value]="until()" (valueChange)="hoursChange.emit([from(), $event])"
    /></span>
  `,
  styles: `
    :host {
      display: flex;
      gap: 10px;
    }
    span {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
  `,
})
export class HoursField {
  readonly from = input.required<string>();
  readonly until = input.required<string>();
  readonly hoursChange = output<readonly [from: string, until: string]>();
}
