import { ChangeDetectionStrategy, Component, inject, type OnInit, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Deletion } from '@contract/assembling';
import { ApiClient } from '../api/api-client';

/** Deletes a record for good, after saying what goes and what stands in the way. */
@Component({
  selector: 'almanac-deletion-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Delete for good</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      @if (deletion(); as deletion) {
        <p>
          <b>{{ deletion.title }}</b>
        </p>
        @for (each of deletion.obstacles; track each) {
          <p class="notice-line ember">{{ each }}</p>
        }
        @if (deletion.mayDelete) {
          @for (each of deletion.takes; track each) {
            <p>{{ each }}</p>
          }
          <button i18n class="btn btn-danger" (click)="remove()">Delete it for good</button>
        }
        <button i18n class="btn btn-plain" (click)="modal.dismiss()">Keep it</button>
      }
      @if (fault()) {
        <p class="notice-line ember" role="alert">{{ fault() }}</p>
      }
    </div>
  `,
  styles: `
    .btn {
      margin-right: 8px;
    }
  `,
})
export class DeletionDialog implements OnInit {
  protected readonly modal = inject(NgbActiveModal);
  readonly #api = inject(ApiClient);
  /** Set by whoever opens the dialog. */
  recordId = '';
  protected readonly deletion = signal<Deletion | null>(null);
  protected readonly fault = signal('');

  ngOnInit(): void {
    this.#api
      .readDeletion(this.recordId)
      .subscribe({ next: deletion => this.deletion.set(deletion), error: (error: unknown) => this.#tell(error) });
  }

  protected remove(): void {
    this.#api.deleteRecord(this.recordId).subscribe({ next: () => this.modal.close(), error: (error: unknown) => this.#tell(error) });
  }

  #tell(error: unknown): void {
    this.fault.set(error instanceof Error ? error.message : '');
  }
}

/** Opens the dialog; resolves when the record is gone, rejects when it is kept. */
export function openDeletion(modal: NgbModal, recordId: string): Promise<void> {
  const opened = modal.open(DeletionDialog);
  (opened.componentInstance as DeletionDialog).recordId = recordId;
  return opened.result as Promise<void>;
}
