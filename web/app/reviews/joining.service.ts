import { inject, Injectable } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail } from '@contract/messages';
import { MessageService } from '../state/message.service';
import { JoiningDialog } from './joining-dialog';

/** Lets an edition go live together with another, from wherever one writes on it. */
@Injectable({ providedIn: 'root' })
export class JoiningService {
  readonly #modal = inject(NgbModal);
  readonly #messages = inject(MessageService);

  /** Asks with which. @returns the edition that it is in now; null when it was left by itself */
  async join(editionId: string): Promise<EditionDetail | null> {
    const opened = this.#modal.open(JoiningDialog, { size: 'lg', scrollable: true });
    (opened.componentInstance as JoiningDialog).editionId = editionId;
    try {
      const edition = (await opened.result) as EditionDetail;
      const link = ['/reviews', edition.id];
      this.#messages.done($localize`It goes live with “${edition.title}” now.`, { label: $localize`Look at it`, link });
      return edition;
    } catch {
      return null;
    }
  }
}
