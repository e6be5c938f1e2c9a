import { inject, Injectable } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail } from '@contract/messages';
import type { LocalTime } from '@core/schedule/local-time';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { saySaved } from './say-saved';
import { SendDialog } from './send-dialog';

/** Opens the dialog that says what the unsaved changes do and saves them, from whatever workspace they were made in. */
@Injectable({ providedIn: 'root' })
export class SendService {
  readonly #modal = inject(NgbModal);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly #working = inject(WorkingChangesService);

  /** Only says what they do. */
  ask(): void {
    this.#open(true).then(
      () => undefined,
      () => undefined,
    );
  }

  /** @param warnings - what should be known besides; @returns whether they were saved; when not, they are still there */
  async send(warnings: readonly string[] = [], until: LocalTime | null = null): Promise<boolean> {
    let edition: EditionDetail;
    try {
      edition = await this.#open(false, warnings, until);
    } catch {
      return false;
    }
    this.#working.clear();
    const { text, next, undoes, made } = saySaved(edition, this.#session.style);
    this.#messages.done(text, next, undoes, made);
    return true;
  }

  /**
   * Lays changes among the unsaved ones and asks for them to be saved; what is not saved is taken away again.
   * @param warnings - what should be known besides
   * @param until - when what is published is to end, unless another time is chosen; @returns whether they were saved
   */
  async sendOrLeave(changes: readonly WorkingChange[], warnings: readonly string[] = [], until: LocalTime | null = null): Promise<boolean> {
    this.#working.make(changes);
    const isSent = await this.send(warnings, until);
    if (!isSent) this.#working.undo();
    return isSent;
  }

  #open(isAsking: boolean, warnings: readonly string[] = [], until: LocalTime | null = null): Promise<EditionDetail> {
    const opened = this.#modal.open(SendDialog, { size: 'lg', scrollable: true });
    const dialog = opened.componentInstance as SendDialog;
    dialog.changes = this.#working.changes();
    dialog.isAsking = isAsking;
    dialog.warnings = warnings;
    dialog.until = until;
    return opened.result as Promise<EditionDetail>;
  }
}
