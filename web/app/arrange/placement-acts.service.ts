import { inject, Injectable, signal } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Effect, OrderRow } from '@contract/messages';
import type { PlacementValue, Target } from '@core/placement/placement';
import { everywhere } from '@core/rule/rule';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { labelOfTarget } from '@core/theme/manifest';
import { midSentence } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { SharedRuleDialog } from '../rule/shared-rule-dialog';
import { asOf } from '../state/vantage';
import { openDeletion } from '../shared/deletion-dialog';
import { openHistory } from '../shared/history-dialog';
import { EffectDialog } from '../shared/effect-dialog';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { WorkingChangesService } from '../state/working-changes.service';
import type { AddStart } from './add-panel';
import { ArrangeService } from './arrange.service';
import { openCopies } from './copies-dialog';
import { changeOf, changeOfRemedy, orderAt } from './placement-changes';
import type { SlipWish } from './slip';
import type { WhyRemedy } from './why-panel';

/** What can be done with a placement in the running order. Nothing is saved by any of it. */
@Injectable()
export class PlacementActs {
  readonly #arrange = inject(ArrangeService);
  readonly #working = inject(WorkingChangesService);
  readonly #pages = inject(PagesService);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #modal = inject(NgbModal);
  /** What is being added; null when nothing is. */
  readonly adding = signal<AddStart | null>(null);
  /** The placement of which is asked why it shows or not. */
  readonly asked = signal('');

  change(row: OrderRow, part: Partial<PlacementValue>, did: string): void {
    this.#arrange.make([changeOf(row, part, did)]);
  }

  moveToTarget(row: OrderRow, target: Target): void {
    const rows = this.#arrange.view()?.targets.find(each => each.name === target.name)?.rows ?? [];
    const others = rows.filter(each => each.placementId !== row.placementId);
    const label = midSentence(labelOfTarget(this.#session.site.theme, target));
    const order = target.name === row.target.name ? row.value.order : orderAt(others, others.length);
    this.change(row, { target, order }, $localize`moved to ${label}`);
  }

  fulfil(wish: SlipWish, row: OrderRow): void {
    switch (wish) {
      case 'its pages':
        this.#arrange
          .effectOf([changeOf(row, {}, '')])
          .subscribe({ next: effects => this.showPages(effects[0]!, row.title), error: (error: unknown) => this.#arrange.report(error) });
        break;
      case 'one more place':
        this.adding.set({ kind: 'again', target: row.target.name, blockId: row.blockId, title: row.title });
        break;
      case 'separate copy':
        this.adding.set({ kind: 'copy', target: row.target.name, blockId: row.blockId, title: row.title, placement: row.value });
        break;
      case 'put back':
        this.change(row, { off: false }, $localize`put back`);
        break;
      case 'switch off':
        this.change(row, { off: true }, $localize`switched off`);
        break;
      case 'switch on':
        this.change(row, { off: false }, $localize`switched on`);
        break;
      case 'take off':
        this.#takeOff(row);
        break;
      case 'why':
        this.asked.set(row.placementId);
        break;
      case 'look from there':
        this.#lookFromThere(row);
        break;
      case 'shared rule':
        this.#makeShared(row);
        break;
      case 'several copies':
        this.#openCopies([row.blockId]);
        break;
      case 'history':
        void openHistory(this.#modal, row.placementId, this.#session.mayWrite('placement')).then(
          older => older !== null && this.change(row, older as PlacementValue, $localize`an older version`),
        );
        break;
      case 'delete':
        openDeletion(this.#modal, row.placementId).then(
          () => this.#arrange.refresh(),
          () => undefined,
        );
        break;
    }
  }

  showPages(effect: Effect, title: string): void {
    const dialog = this.#modal.open(EffectDialog, { size: 'lg', scrollable: true }).componentInstance as EffectDialog;
    dialog.title = title;
    dialog.effect = effect;
  }

  /** Makes a remedy of the why panel an unsaved change. */
  apply(remedy: WhyRemedy): void {
    this.#arrange.make([changeOfRemedy(remedy)]);
  }

  // What was never saved is simply taken back; what is live is proposed to be taken off.
  #takeOff(row: OrderRow): void {
    const unsaved = this.#working.changes().find(change => change.recordId === row.placementId);
    if (unsaved?.baseRevisionId === null) this.#working.drop(row.placementId);
    else this.#arrange.make([{ ...changeOf(row, {}, $localize`taken off`), value: null, retires: true }]);
    this.#arrange.select('');
  }

  #lookFromThere(row: OrderRow): void {
    this.#arrange.sightOf(row.placementId).subscribe({
      next: view => {
        const as = asOf(view.sight.reader);
        if (!view.sight.isInSight || as === null)
          return this.#messages.done($localize`“${row.title}” shows to nobody that can be looked as, or not within the next years.`);
        this.#arrange.look({ page: view.sight.page, as, moment: view.moment === this.#session.site.now ? null : view.moment });
        this.#messages.done($localize`Looking ${view.sight.words}.`);
      },
      error: (error: unknown) => this.#arrange.report(error),
    });
  }

  #makeShared(row: OrderRow): void {
    this.#modal.open(SharedRuleDialog).result.then(
      ({ title, reason }: Pick<SharedRuleValue, 'title' | 'reason'>) => {
        const id = uuidv7();
        const shared: SharedRuleValue = { version: 1, title, reason, rule: row.value.rule };
        this.#arrange.make([
          { recordId: id, kind: 'shared rule', value: shared, retires: false, baseRevisionId: null, title, did: $localize`new` },
          changeOf(row, { rule: { ...everywhere, follows: [id] } }, $localize`follows a shared rule`),
        ]);
      },
      () => undefined,
    );
  }

  #openCopies(blockIds: readonly string[]): void {
    openCopies(this.#modal, blockIds, this.#pages.pages()).then(
      changes => changes.length > 0 && this.#arrange.make(changes),
      () => undefined,
    );
  }
}
