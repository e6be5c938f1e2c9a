import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { RightsTable } from './rights-table';

/** What somebody may do to one record, and who could. */
@Component({
  selector: 'almanac-rights-dialog',
  imports: [RightsTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">What you may do with “{{ title }}”</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <almanac-rights-table [record]="record" [locale]="locale" />
    </div>
  `,
})
export class RightsDialog {
  protected readonly modal = inject(NgbActiveModal);
  /** Set by whoever opens the dialog. */
  record = '';
  locale = '';
  title = '';
}

/** Says what somebody may do to a record in a locale, and who could. */
export function openRights(modal: NgbModal, record: string, locale: string, title: string): void {
  Object.assign(modal.open(RightsDialog, { size: 'lg', scrollable: true }).componentInstance as RightsDialog, { record, locale, title });
}
