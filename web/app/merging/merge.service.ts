import { inject, Injectable } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Merging, ProposalMerging } from '@contract/merging';
import type { Change } from '@contract/messages';
import { firstValueFrom, tap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import type { RecordClash } from '../shared/clashes';
import { MessageService } from '../state/message.service';
import { openMerge, type Choices, type MergeResult } from './merge-dialog';

/** A version that is not stored yet, and what it was made from. */
export type OwnVersion = Pick<Change, 'recordId' | 'kind' | 'value' | 'baseRevisionId' | 'locale'>;

/** Opens the dialog that brings two versions together, wherever they meet. */
@Injectable({ providedIn: 'root' })
export class MergeService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #modal = inject(NgbModal);

  /** One's own version and the one that overtook it. */
  ofClash(own: OwnVersion, clash: Pick<RecordClash, 'title' | 'theirs'>): Promise<MergeResult | null> {
    return openMerge(this.#modal, {
      title: clash.title,
      ours: $localize`Yours`,
      theirs: $localize`${clash.theirs.by}’s`,
      accept: $localize`Go on with both`,
      ask: this.#asking(own, clash.theirs.revisionId),
    });
  }

  /** A change and what is planned after it. */
  ofPlanned(own: OwnVersion, title: string, plannedRevisionId: string): Promise<MergeResult | null> {
    return openMerge(this.#modal, {
      title,
      ours: $localize`This change`,
      theirs: $localize`What is planned`,
      accept: $localize`Plan it so`,
      ask: this.#asking(own, plannedRevisionId),
    });
  }

  /** A proposal and what has become live since; saved as the proposal's next revision. @returns whether it was */
  async intoProposal(proposalId: string, title: string): Promise<boolean> {
    let seen: ProposalMerging | null = null;
    const result = await openMerge(this.#modal, {
      title,
      ours: $localize`The proposal`,
      theirs: $localize`What is live`,
      accept: $localize`Save it to the proposal`,
      ask: choices => this.#api.previewMerge(proposalId, choices).pipe(tap(merging => (seen = merging))),
    });
    if (!result || !seen) return false;
    const { headRevisionId, other } = seen as ProposalMerging;
    try {
      await firstValueFrom(
        this.#api.mergeIntoProposal(proposalId, { choices: result.choices, headRevisionId, withRevisionId: other.revisionId }),
      );
    } catch (error) {
      this.#messages.problem(error);
      return false;
    }
    this.#messages.done($localize`Both are in the proposal now. Nothing has changed for readers.`);
    return true;
  }

  #asking(
    { recordId, kind, value, baseRevisionId, locale }: OwnVersion,
    withRevisionId: string,
  ): (choices: Choices) => Observable<Merging> {
    return choices =>
      this.#api.mergeVersions({
        recordId,
        kind,
        locale: locale ?? null,
        value,
        baseRevisionId: baseRevisionId!,
        withRevisionId,
        choices,
      });
  }
}
