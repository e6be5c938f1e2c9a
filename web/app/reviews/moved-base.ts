import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { EditionDetail } from '@contract/messages';
import { mayWrite } from '@core/rights/grants';
import { MergeService } from '../merging/merge.service';
import { SessionService } from '../state/session.service';

type Change = EditionDetail['changes'][number];

/** Says what of a proposal has changed among what is live since it was begun, and brings that in. */
@Component({
  selector: 'almanac-moved-base',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (change of moved(); track change.proposalId) {
      <div class="notice-line">
        <p>
          <ng-container i18n
            ><b>“{{ change.title }}” has changed on the site since this was begun.</b> As it stands, this would undo that.</ng-container
          >
        </p>
        @if (mayBring(change)) {
          <button i18n type="button" class="btn btn-primary" (click)="bringIn(change)">Bring that change in…</button>
        } @else {
          <ng-container i18n>Whoever may write it can bring that in.</ng-container>
        }
      </div>
    }
  `,
  styles: `
    p {
      margin: 0 0 6px;
    }
  `,
})
export class MovedBase {
  readonly #merges = inject(MergeService);
  readonly #session = inject(SessionService);
  readonly changes = input.required<EditionDetail['changes']>();
  readonly merged = output();
  protected readonly moved = computed(() => this.changes().filter(each => each.baseMoved && !each.retires && !each.isNew));

  protected mayBring({ kind, locale }: Change): boolean {
    return mayWrite(this.#session.grants, this.#session.written(kind, locale ?? undefined));
  }

  protected async bringIn({ proposalId, title }: Change): Promise<void> {
    if (await this.#merges.intoProposal(proposalId, title)) this.merged.emit();
  }
}
