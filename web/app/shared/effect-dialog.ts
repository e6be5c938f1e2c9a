import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Effect } from '@contract/messages';
import { EffectList } from './effect-list';

/** The pages of one placement, by name. */
@Component({
  selector: 'almanac-effect-dialog',
  imports: [EffectList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 class="modal-title">{{ title }}</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.close()"></button>
    </div>
    <div class="modal-body">
      @if (effect; as effect) {
        <p>
          <b>{{ effect.label }}</b>
        </p>
        @for (warning of effect.warnings; track warning) {
          <p class="notice-line">{{ warning }}</p>
        }
        <almanac-effect-list [effect]="effect" />
      }
    </div>
  `,
})
export class EffectDialog {
  protected readonly modal = inject(NgbActiveModal);
  /** Set by whoever opens the dialog. */
  title = '';
  effect: Effect | null = null;
}
