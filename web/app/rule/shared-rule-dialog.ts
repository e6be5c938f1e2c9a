import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';

/** A shared rule's name and reason, asked for when one is made of a rule. */
@Component({
  selector: 'almanac-shared-rule-dialog',
  imports: [FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Make a shared rule of this</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <form class="modal-body" (submit)="$event.preventDefault(); make()">
      <label i18n class="form-label" for="shared-title">Named after its use</label>
      <input
        class="form-control"
        id="shared-title"
        name="title"
        [(ngModel)]="title"
        placeholder="Any colony page in nesting season"
        i18n-placeholder
      />
      <label i18n class="form-label" for="shared-reason">Its reason, for whoever comes after</label>
      <textarea class="form-control" id="shared-reason" name="reason" rows="2" [(ngModel)]="reason"></textarea>
      <p i18n class="form-help">This placement will follow it, and so can others. Nothing changes for readers.</p>
      <button i18n class="btn btn-primary" [disabled]="title.trim() === '' || reason.trim() === ''">Make it</button>
    </form>
  `,
})
export class SharedRuleDialog {
  protected readonly modal = inject(NgbActiveModal);
  protected title = '';
  protected reason = '';

  protected make(): void {
    this.modal.close({ title: this.title.trim(), reason: this.reason.trim().replace(/\s*\n\s*/g, ' ') });
  }
}
