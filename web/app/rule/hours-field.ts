import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** From one time of day to another, each "06:00". */
@Component({
  selector: 'almanac-hours-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      >from
      <input
        class="form-control"
        type="time"
        aria-label="Opens"
        #opens
        [value]="from()"
        (change)="hoursChange.emit([opens.value, until()])"
    /></label>
    <label
      >to
      <input
        class="form-control"
        type="time"
        aria-label="Closes"
        #closes
        [value]="until()"
        (change)="hoursChange.emit([from(), closes.value])"
    /></label>
  `,
  styles: `
    :host {
      display: flex;
      gap: 10px;
    }
    label {
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
