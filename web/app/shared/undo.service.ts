import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { WorkingChangesService } from '../state/working-changes.service';
import { SendService } from './send.service';

/** Undoes what an edition published, as new changes that say what they do before anything is saved. */
@Injectable({ providedIn: 'root' })
export class UndoService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #working = inject(WorkingChangesService);
  readonly #sending = inject(SendService);
  readonly #pages = inject(PagesService);

  /** @returns whether it was undone */
  async undo(editionId: string): Promise<boolean> {
    if (this.#working.changes().length > 0) {
      this.#messages.warn($localize`There are unsaved changes in Arrange. Send or undo them first.`);
      return false;
    }
    try {
      const { changes, changedSince } = await firstValueFrom(this.#api.readUndoing(editionId));
      const undoing = changes.map(each => ({ ...each, did: each.retires ? $localize`taken off again` : $localize`put back as it was` }));
      const isSent = await this.#sending.sendOrLeave(undoing, changedSince);
      if (isSent) this.#pages.refresh();
      return isSent;
    } catch (error) {
      this.#messages.problem(error);
      return false;
    }
  }
}
