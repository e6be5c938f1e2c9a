import { computed, inject, Injectable, signal } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { BlockRow, EditionDetail, ExpectationRow } from '@contract/messages';
import { ApiClient } from '../api/api-client';
import { saySaved } from '../shared/say-saved';
import { SendDialog } from '../shared/send-dialog';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { WorkingChangesService } from '../state/working-changes.service';

/** What the rules workspace works on: expectations and the stock, and saving what was changed. */
@Injectable()
export class RulesService {
  readonly #api = inject(ApiClient);
  readonly #modal = inject(NgbModal);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly #shared = inject(SharedRulesService);
  readonly working = inject(WorkingChangesService);
  readonly expectations = signal<readonly ExpectationRow[]>([]);
  readonly blocks = signal<readonly BlockRow[]>([]);
  readonly mayChange = this.#session.holds('manager', 'administrator');
  readonly changedIds = computed(() => new Set(this.working.changes().map(change => change.recordId)));

  constructor() {
    this.refresh();
    this.#api.listBlocks().subscribe({ next: blocks => this.blocks.set(blocks), error: (error: unknown) => this.#messages.problem(error) });
  }

  refresh(): void {
    this.#shared.refresh();
    this.#api
      .listExpectations()
      .subscribe({ next: expectations => this.expectations.set(expectations), error: (error: unknown) => this.#messages.problem(error) });
  }

  /** Opens the dialog that says what the unsaved changes do, and saves them. */
  send(): void {
    const opened = this.#modal.open(SendDialog, { size: 'lg', scrollable: true });
    (opened.componentInstance as SendDialog).changes = this.working.changes();
    opened.result.then(
      (edition: EditionDetail) => {
        this.working.clear();
        this.refresh();
        const { text, next } = saySaved(edition, this.#session.style);
        this.#messages.done(text, next);
      },
      () => undefined,
    );
  }
}
