import { largestEdition } from '@contract/messages';
import type { EditEdition, JoinEdition } from '@contract/editions';
import { quoted } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { isOpen } from '@core/ledger/ledger';
import type { Edition, Proposal } from '@core/ledger/records';
import { instantOf } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { say, told } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { writeDown } from '../audit/record';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { addChange, emptyBatch } from './batch';
import { editionOf, isOfOwnWords, liveRevisionId, localeLookedAt, overlayOf, overlaysOfEdition, writtenOf } from './edition-lookups';
import { checkedChanges, writeBatch } from './editions';
import { recordName } from './names';
import { moveRemarks } from '../repositories/remarks-repository';
import { refuseUnless } from './rights';
import { faultsInSite } from './validation';

/** Puts further changes into an edition on its way: they go live with all else in it, or not at all. */
export function joinEdition(site: Site, person: Person, editionId: string, { changes, note }: JoinEdition): Promise<void> {
  return site.writes.run(async () => {
    const { edition, proposals } = openEdition(site, editionId);
    if (proposals.length + changes.length > largestEdition)
      throw new Refusal('too-large', say`An edition holds ${largestEdition} changes at most. Begin another one.`);
    const twice = changes.findIndex(({ recordId, locale }) =>
      proposals.some(each => each.recordId === recordId && each.locale === (locale ?? site.ledger.localeOf(recordId))),
    );
    if (twice >= 0) {
      const name = quoted(recordName(site, site.snapshots.at(), changes[twice]!.recordId));
      refuseInvalid([
        {
          pointer: `/changes/${twice}/recordId`,
          detail: say`${name} is in ${quoted(edition.title)} already. Open it there and change it.`,
        },
      ]);
    }
    const values = await checkedChanges(site, person, changes, overlaysOfEdition(site, editionId));
    const batch = emptyBatch();
    const at = site.clocks.running();
    const { stage } = proposals[0]!;
    changes.forEach((change, index) => addChange(site, batch, { ...change, value: values[index] }, { edition, person, note, stage, at }));
    await writeBatch(site, batch);
  });
}

/**
 * Puts all that is in one edition on its way into another: from then on it goes live with all else in that, or not at all.
 * It stands where that stands, and what is said of it goes along.
 */
export function joinWhole(site: Site, person: Person, editionId: string, joiningId: string): Promise<void> {
  return site.writes.run(async () => {
    if (editionId === joiningId) refuseInvalid([{ pointer: '/editionId', detail: say`It is this one. Choose another.` }]);
    const { proposals } = openEdition(site, editionId);
    const joining = openEdition(site, joiningId);
    refuseUnless(person, 'arrange an edition', {
      written: writtenOf(site, joining.proposals),
      isOwn: joining.edition.createdBy === person.id,
    });
    if (proposals.length + joining.proposals.length > largestEdition)
      throw new Refusal('too-large', say`An edition holds ${largestEdition} changes at most. Begin another one.`);
    const twice = joining.proposals.find(each => proposals.some(other => isSameWords(each, other)));
    if (twice) {
      const name = quoted(recordName(site, site.snapshots.at(), twice.recordId));
      throw new Refusal('conflict', say`${name} is in both. Take it out of one of them first, or bring the two together there.`);
    }
    refuseUnfitTogether(site, [...proposals, ...joining.proposals]);
    const at = site.clocks.running();
    const { stage } = proposals[0]!;
    const moved = joining.proposals.map(each => ({ ...each, editionId, stage, updatedAt: at }));
    await writeBatch(site, { ...emptyBatch(), proposals: moved }, async transaction => {
      await moveRemarks(transaction, { editionId: joiningId }, editionId);
      const after = { into: editionId };
      await writeDown(transaction, at, [
        { act: 'join editions', kind: 'edition', subjectId: joiningId, title: joining.edition.title, after },
      ]);
    });
  });
}

function isSameWords(one: Proposal, other: Proposal): boolean {
  return one.recordId === other.recordId && one.locale === other.locale;
}

// What was fit by itself need not be beside the rest: two pages may ask for one address.
function refuseUnfitTogether(site: Site, proposals: readonly Proposal[]): void {
  const overlays = proposals.map(each => overlayOf(site, each));
  const faults = overlays.flatMap(overlay =>
    isOfOwnWords(site, overlay)
      ? []
      : faultsInSite(site, site.snapshots.readIn(localeLookedAt(site, overlay), overlays), overlay, '/editionId'),
  );
  if (faults.length > 0) refuseInvalid(faults.map(({ detail }) => ({ pointer: '/editionId', detail })));
}

/** Takes one change out of an edition, into one of its own, where it is a draft again. @returns the new edition's id */
export function takeOut(site: Site, person: Person, proposalId: string): Promise<string> {
  return site.writes.run(async () => {
    const proposal = site.ledger.proposals.get(proposalId);
    if (!proposal) throw new Refusal('not-found', say`There is no such proposal.`);
    const { edition, proposals } = openEdition(site, proposal.editionId);
    refuseUnless(person, 'arrange an edition', {
      written: writtenOf(site, proposals),
      isOwn: proposal.createdBy === person.id || edition.createdBy === person.id,
    });
    const rest = proposals.filter(each => each.id !== proposalId);
    if (rest.length === 0) throw new Refusal('conflict', say`It is all that is in this edition. Withdraw it instead.`);
    refuseLeftBehind(site, rest, proposal);
    const at = site.clocks.running();
    const title = recordName(site, site.snapshots.with([overlayOf(site, proposal)]), proposal.recordId);
    const alone: Edition = {
      id: uuidv7(),
      title,
      createdAt: at,
      createdBy: proposal.createdBy,
      submittedAt: null,
      wishedFrom: edition.wishedFrom,
      remark: '',
    };
    const moved: Proposal = { ...proposal, editionId: alone.id, stage: 'draft', updatedAt: at };
    await writeBatch(site, { ...emptyBatch(), editions: [alone], proposals: [moved] }, async transaction => {
      await moveRemarks(transaction, { proposalId }, alone.id);
      const after = { record: proposal.recordId, edition: alone.id };
      await writeDown(transaction, at, [{ act: 'take out', kind: 'edition', subjectId: edition.id, title: edition.title, after }]);
    });
    return alone.id;
  });
}

/** Changes what an edition is called, when it is wished for, and what its reviewers are told. */
export function editEdition(site: Site, person: Person, editionId: string, wish: EditEdition): Promise<void> {
  return site.writes.run(async () => {
    const { edition, proposals } = openEdition(site, editionId);
    refuseUnless(person, 'arrange an edition', {
      written: writtenOf(site, proposals),
      isOwn: edition.createdBy === person.id,
    });
    const { title = edition.title, remark = edition.remark } = wish;
    const wishedFrom = wish.wishedFrom === undefined ? edition.wishedFrom : wish.wishedFrom && instantOf(wish.wishedFrom);
    const changed: Edition = { ...edition, title, remark, wishedFrom };
    const about = ({ title, remark, wishedFrom }: Edition) => ({ title, remark, wishedFrom });
    await writeBatch(site, { ...emptyBatch(), editions: [changed] }, transaction =>
      writeDown(transaction, site.clocks.running(), [
        { act: 'edit edition', kind: 'edition', subjectId: editionId, title, before: about(edition), after: about(changed) },
      ]),
    );
  });
}

function openEdition(site: Site, id: string): { readonly edition: Edition; readonly proposals: readonly Proposal[] } {
  const edition = editionOf(site, id);
  const proposals = site.ledger.proposalsOfEdition(id);
  if (!proposals.some(isOpen))
    throw new Refusal(
      'move-refused',
      say`${quoted(edition.title)} is ${told(proposals[0]?.stage ?? 'withdrawn')} and can no longer be changed.`,
    );
  return { edition, proposals };
}

// What stays may name what is taken out and is not on the site yet: a placement its new block.
function refuseLeftBehind(site: Site, rest: readonly Proposal[], { recordId, locale }: Proposal): void {
  if (liveRevisionId(site, recordId, site.clocks.content(), locale) !== null) return;
  const overlays = rest.map(each => overlayOf(site, each));
  const names = ({ kind, value }: Overlay) =>
    value !== null &&
    kindNamed(kind)
      .references(value, site.registry)
      .some(each => each.to === recordId);
  const needing = overlays.find(each => each.locale === site.ledger.localeOf(each.recordId) && names(each));
  if (!needing) return;
  const name = quoted(recordName(site, site.snapshots.with(overlays), needing.recordId));
  throw new Refusal('conflict', say`${name} needs it, and stays in this edition. Take that out first.`);
}
