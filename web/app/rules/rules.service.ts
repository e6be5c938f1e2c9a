import { computed, inject, Injectable, signal } from '@angular/core';
import type { ExpectationRow } from '@contract/assembling';
import type { SeasonRow } from '@contract/seasons';
import type { SeasonValue } from '@core/season/season';
import { ApiClient } from '../api/api-client';
import { SendService } from '../shared/send.service';
import { MessageService } from '../state/message.service';
import { SeasonsService } from '../state/seasons.service';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { StockService } from '../state/stock.service';
import { WorkingChangesService } from '../state/working-changes.service';

/** What the rules workspace works on: expectations and the stock, and saving what was changed. */
@Injectable()
export class RulesService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #sending = inject(SendService);
  readonly #shared = inject(SharedRulesService);
  readonly working = inject(WorkingChangesService);
  readonly expectations = signal<readonly ExpectationRow[]>([]);
  readonly #stock = inject(StockService);
  readonly blocks = this.#stock.blocks;
  readonly #session = inject(SessionService);
  readonly #seasons = inject(SeasonsService);
  readonly mayChange = this.#session.mayWrite('shared rule');
  readonly mayChangeSeasons = this.#session.mayWrite('season');
  readonly changedIds = computed(() => new Set(this.working.changes().map(change => change.recordId)));

  constructor() {
    this.refresh();
  }

  refresh(): void {
    this.#shared.refresh();
    this.#seasons.refresh();
    this.#stock.refresh();
    this.#api
      .listExpectations()
      .subscribe({ next: expectations => this.expectations.set(expectations), error: (error: unknown) => this.#messages.problem(error) });
  }

  /** Writes a season as an unsaved change; null deletes it. */
  makeSeason({ id, revisionId, title }: Pick<SeasonRow, 'id' | 'revisionId' | 'title'>, value: SeasonValue | null, did: string): void {
    this.working.make([
      {
        recordId: id,
        kind: 'season',
        value,
        retires: value === null,
        baseRevisionId: revisionId,
        title: value?.title ?? title,
        did: revisionId === null ? $localize`new` : did,
      },
    ]);
  }

  /** Saves the unsaved changes, after saying what they do. */
  async send(): Promise<void> {
    if (await this.#sending.send()) this.refresh();
  }
}
