import type { EditionDetail, EditionRow } from '@contract/messages';
import { countOf } from '@core/format/moment';
import { isOpen } from '@core/ledger/ledger';
import { kindNamed, recordKinds } from '@core/kinds/index';
import type { Edition, Proposal, RecordKind } from '@core/ledger/records';
import { localTimeAt } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { judgeMove, possibleMoves, type Role, type MoveFacts } from '@core/workflow/workflow';
import * as repository from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { editionOf, factsOf, kindOf, liveRevisionId, overlayOf, isOfOwnWords } from './edition-lookups';
import { effectsOf } from './effects';
import { nameOfPerson, peopleWithRoles, titleOf } from './names';
import { readAs } from './own-words';
import { publicationOfOverlays } from './publication';
import { pagesBeyond } from './reach-of-act';

/** Editions on their way, newest first, or those that have ended. */
export function listEditions(site: Site, person: Person, which: 'open' | 'ended'): readonly EditionRow[] {
  return [...site.ledger.editions.values()]
    .map(edition => editionRow(site, person, edition))
    .filter(row => (row.stage === 'draft' || row.stage === 'in review') === (which === 'open'))
    .sort((a, b) => (b.submittedAt ?? b.createdAt) - (a.submittedAt ?? a.createdAt));
}

/** An edition with everything a reviewer needs to decide. */
export async function editionDetail(site: Site, person: Person, editionId: string): Promise<EditionDetail> {
  const edition = editionOf(site, editionId);
  const proposals = site.ledger.proposalsOfEdition(editionId);
  const overlays = proposals.map(proposal => overlayOf(site, proposal));
  const now = site.clocks.content();
  const snapshot = site.snapshots.with(overlays);
  const effects = effectsOf(site, overlays, edition.wishedFrom !== null && edition.wishedFrom > now ? edition.wishedFrom : null);
  const facts = factsOf(site, person, edition, proposals, reachesBeyond(site, person, edition, proposals));
  const approving = judgeMove('approve', { ...facts, stage: 'in review', isOwn: false });
  const rolesThatMay: readonly Role[] = approving.kind === 'refused' ? approving.rolesThatMay : ['editor', 'administrator'];
  const published = proposals
    .flatMap(each => site.ledger.entriesOf(each.recordId, each.locale))
    .filter(entry => entry.editionId === editionId && entry.act === 'set');
  return {
    ...editionRow(site, person, edition),
    remark: edition.remark,
    changes: proposals.map((proposal, index) => {
      const kind = kindOf(site, proposal.recordId);
      const value = site.ledger.revision(proposal.headRevisionId).value;
      const isLeftOut = proposal.retires && isOfOwnWords(site, proposal);
      const base = proposal.baseRevisionId && site.ledger.revision(proposal.baseRevisionId).value;
      return {
        proposalId: proposal.id,
        recordId: proposal.recordId,
        kind,
        locale: isOfOwnWords(site, proposal) ? proposal.locale : null,
        title: titleOf(site, snapshot, kind, readAs(site, proposal, isLeftOut ? null : value)),
        isNew: proposal.baseRevisionId === null,
        retires: proposal.retires,
        value,
        headRevisionId: proposal.headRevisionId,
        lastAuthor: nameOfPerson(site, site.ledger.revision(proposal.headRevisionId).createdBy),
        baseMoved: isOpen(proposal) && liveRevisionId(site, proposal.recordId, now, proposal.locale) !== proposal.baseRevisionId,
        fields: proposal.retires ? [] : describeChanges(site, snapshot, kind, readAs(site, proposal, base), readAs(site, proposal, value)),
        effect: effects[index]!,
      };
    }),
    history: (await repository.readMoves(site.knex, editionId)).map(each => ({
      move: each.move,
      remark: [each.remark, each.broke].filter(Boolean).join(' '),
      at: each.madeAt,
      by: nameOfPerson(site, each.madeBy),
    })),
    lookAt: pageToLookAt(overlays, snapshot),
    takesOff: proposals.length > 0 && proposals.every(each => each.retires),
    publishedFrom: published.length > 0 ? Math.min(...published.map(entry => entry.from)) : null,
    reviewers: [...peopleWithRoles(site, rolesThatMay, edition.createdBy)],
  };
}

/** An edition as lists show it. */
export function editionRow(site: Site, person: Person, edition: Edition): EditionRow {
  const proposals = site.ledger.proposalsOfEdition(edition.id);
  return {
    id: edition.id,
    title: edition.title,
    stage: proposals[0]?.stage ?? 'withdrawn',
    author: { id: edition.createdBy, name: nameOfPerson(site, edition.createdBy) },
    createdAt: edition.createdAt,
    submittedAt: edition.submittedAt,
    wishedFrom: edition.wishedFrom,
    changeCount: proposals.length,
    summary: summaryOf(site, proposals),
    moves: [...possibleMoves(factsOf(site, person, edition, proposals, reachesBeyond(site, person, edition, proposals)))],
  };
}

// What has ended is decided no more, and lists of it are long.
function reachesBeyond(site: Site, person: Person, edition: Edition, proposals: readonly Proposal[]): MoveFacts['reachesBeyond'] {
  if (person.grants.every(each => each.sections.length === 0) || !proposals.some(isOpen)) return () => false;
  const overlays = proposals.map(each => overlayOf(site, each));
  const wished = edition.wishedFrom !== null && edition.wishedFrom > site.clocks.content() ? edition.wishedFrom : null;
  const { zone } = site.settings;
  const from = wished === null ? null : { local: localTimeAt(wished, zone), zone };
  const publication = publicationOfOverlays(site, overlays, { from, until: null, afterwards: 'earlier', scheduled: null });
  return right => pagesBeyond(site, person, publication, right).length > 0;
}

function summaryOf(site: Site, proposals: readonly Proposal[]): string {
  const kinds = proposals.map(each => kindOf(site, each.recordId));
  const count = (kind: RecordKind) => kinds.filter(each => each === kind).length;
  return recordKinds
    .filter(kind => count(kind) > 0)
    .map(kind => countOf(count(kind), kind))
    .join(', ');
}

function pageToLookAt(overlays: readonly Overlay[], snapshot: ReturnType<Site['snapshots']['at']>): string | null {
  const candidates = overlays.flatMap(({ kind, recordId, value }) => kindNamed(kind).pagesToSee(recordId, value, snapshot));
  return candidates.find(id => snapshot.pageById.has(id)) ?? snapshot.front?.id ?? null;
}
