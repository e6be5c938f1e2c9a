import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Says that what is live has changed since a proposal was begun, and offers to bring that in. */
@Component({
  selector: 'almanac-base-moved',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="notice-line">
      <ng-container i18n>What is live has changed since this was begun; as it stands, this would undo that.</ng-container>&ngsp;
      @if (isChanged()) {
        <ng-container i18n>Save first, then bring that change in.</ng-container>
      } @else {
        <button i18n class="btn-word" (click)="wanted.emit()">Bring that change in…</button>
      }
    </p>
  `,
})
export class BaseMoved {
  /** Whether there are unsaved words. */
  readonly isChanged = input.required<boolean>();
  /** Somebody wants what changed brought in. */
  readonly wanted = output();
}
