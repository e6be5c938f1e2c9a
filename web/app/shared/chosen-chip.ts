import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One of several that were chosen; its words are what stands in it. It can be left out again. */
@Component({
  selector: 'almanac-chosen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="chip" [class.leaf]="isNarrower()"
      ><ng-content />&ngsp;
      <button type="button" class="btn-word" ariaLabel="Leave out {{ name() }}" i18n-ariaLabel (click)="dropped.emit()">×</button></span
    >
  `,
})
export class ChosenChip {
  /** What it is called where it is left out. */
  readonly name = input.required<string>();
  /** Whether it narrows what stands before it. */
  readonly isNarrower = input(false);
  readonly dropped = output<void>();
}
