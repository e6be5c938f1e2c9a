import { ChangeDetectionStrategy, Component, inject, type OnInit, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { RecordDetail } from '@contract/messages';
import { ApiClient } from '../api/api-client';
import { RevisionStrip } from '../writing/revision-strip';

/** The revisions of a record of any kind, compared in words. An older one can be gone back to, as an edit like any other. */
@Component({
  selector: 'almanac-history-dialog',
  imports: [RevisionStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">History of “{{ record()?.title ?? '…' }}”</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      @if (record(); as record) {
        <almanac-revision-strip [record]="record" [mayRestore]="mayRestore" (restored)="modal.close($event)" />
      } @else if (fault()) {
        <p class="notice-line ember" role="alert">{{ fault() }}</p>
      } @else {
        <p i18n class="quiet">Reading…</p>
      }
    </div>
  `,
})
export class HistoryDialog implements OnInit {
  readonly #api = inject(ApiClient);
  protected readonly modal = inject(NgbActiveModal);
  /** Set by whoever opens the dialog. */
  recordId = '';
  mayRestore = false;
  protected readonly record = signal<RecordDetail | null>(null);
  protected readonly fault = signal('');

  ngOnInit(): void {
    this.#api.readRecord(this.recordId).subscribe({
      next: record => this.record.set(record),
      error: (error: unknown) => this.fault.set(error instanceof Error ? error.message : $localize`Its history cannot be read now.`),
    });
  }
}

/** Opens the history of a record; comes back with the value to go back to, or null. */
export async function openHistory(modal: NgbModal, recordId: string, mayRestore: boolean): Promise<unknown> {
  const opened = modal.open(HistoryDialog, { size: 'lg', scrollable: true });
  Object.assign(opened.componentInstance as HistoryDialog, { recordId, mayRestore });
  return opened.result.catch(() => null) as Promise<unknown>;
}
