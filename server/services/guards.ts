import type { OfferedMove } from '@contract/workflows';
import { isOpen } from '@core/ledger/ledger';
import type { Overlay } from '@core/site/snapshot';
import { heldBackBy, type GuardFacts } from '@core/workflow/guards';
import { publishes, returns, type Move } from '@core/workflow/workflow';
import { remarksOf } from '../repositories/remarks-repository';
import type { Site } from '../site/site';
import { isOfOwnWords, liveRevisionId } from './edition-lookups';
import { brokenBy } from './expectations';
import { rolesWithWord } from './given-words';
import { recordName } from './names';
import type { Publication } from './publication';
import { faultsOfFit } from './publication-faults';

/** What is asked whether it may go on. */
export interface GuardedChanges {
  /** Null when it is not stored yet. */
  readonly editionId: string | null;
  readonly overlays: readonly Overlay[];
  /** The heads of its proposals. */
  readonly heads: readonly string[];
  /** What publishing it now would write. */
  readonly publication: () => Publication;
}

/** Moves as somebody is offered them, with what each still waits for. */
export async function offered(site: Site, moves: readonly Move[], changes: GuardedChanges): Promise<OfferedMove[]> {
  const all: OfferedMove[] = [];
  for (const move of moves)
    all.push({
      name: move.name,
      to: move.to,
      publishes: publishes(move),
      returns: returns(move),
      isAuthors: move.whose === 'own',
      waitsFor: [...(await heldBack(site, move, changes))],
    });
  return all;
}

/** Why guards hold a move back, in sentences that say what would let it go; none when nothing does. */
export async function heldBack(site: Site, { guards }: Pick<Move, 'guards'>, changes: GuardedChanges): Promise<readonly string[]> {
  const { editionId, overlays, heads, publication } = changes;
  const facts: GuardFacts = {
    faults: () => [...new Set(faultsOfFit(site, publication()).map(each => each.detail))],
    incomplete: () => incomplete(site, overlays, editionId),
    broken: async () => (await brokenBy(site, publication())).map(each => each.words),
    openRemarks: async () =>
      editionId === null
        ? 0
        : (await remarksOf(site.knex, editionId)).filter(each => each.replyTo === null && each.settledAt === null).length,
    wordsGiven: async () => (editionId === null ? [] : rolesWithWord(site, editionId, heads)),
  };
  const reasons: string[] = [];
  for (const guard of guards) reasons.push(...[(await heldBackBy(guard, facts)) ?? []].flat());
  return reasons;
}

// What is put into other words has to stand fast: live, or live with them, and with nothing on its way beside it.
function incomplete(site: Site, overlays: readonly Overlay[], editionId: string | null): readonly string[] {
  return overlays
    .filter(each => isOfOwnWords(site, each))
    .filter(({ recordId }) => {
      const own = site.ledger.localeOf(recordId);
      const isBeside = overlays.some(each => each.recordId === recordId && !isOfOwnWords(site, each));
      const waits = site.ledger.openProposalsOf(recordId).some(each => isOpen(each) && each.locale === own && each.editionId !== editionId);
      return waits || (!isBeside && liveRevisionId(site, recordId, site.clocks.content(), own) === null);
    })
    .map(({ recordId }) => recordName(site, site.snapshots.at(), recordId));
}
