import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Ticks } from './ticks';

/** Ticks all rows in sight, or none of them. */
@Component({
  selector: 'almanac-tick-all',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="row-line"
      ><input
        type="checkbox"
        class="form-check-input"
        [checked]="ticks().isAll()"
        [disabled]="ticks().isNoneInSight()"
        (change)="ticks().toggleAll()"
      />
      {{ ticks().words() }}</label
    >
  `,
})
export class TickAll {
  readonly ticks = input.required<Ticks>();
}
