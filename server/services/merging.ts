import type { MergeIntoProposal, MergeQuestion, Merging, ProposalMerging } from '@contract/merging';
import { isOpen } from '@core/ledger/ledger';
import type { Proposal, Revision } from '@core/ledger/records';
import { kindNamed } from '@core/kinds/index';
import { writableFields } from '@core/locale/translation';
import type { Three } from '@core/merge/decider';
import { say } from '@core/tongue/say';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { emptyBatch } from './batch';
import { describeChanges, fieldNames, labelOfField } from './descriptions';
import { isOfOwnWords, kindOf, liveRevisionId } from './edition-lookups';
import { refuseKinds, revisionOn, writeBatch } from './editions';
import { beginningOf, mergedOf, refuseOpenConflicts, type Choices, type WrittenRecord } from './merged';
import { bestValueOf, kindContext, nameOfPerson } from './names';
import { readAs } from './own-words';
import { validateValue } from './validation';

/** What one's own version and a stored one come to together. @throws Refusal where they began apart */
export async function mergeVersions(site: Site, question: MergeQuestion): Promise<Merging> {
  const { recordId, locale, value, baseRevisionId, withRevisionId, choices } = question;
  const kind = kindOf(site, recordId);
  if (kind !== question.kind) refuseInvalid([{ pointer: '/kind', detail: say`The record is of another kind.` }]);
  const written = { recordId, kind, locale: locale ?? site.ledger.localeOf(recordId) };
  // What is not stored yet is held against the shape that is stored.
  const checked = validateValue(site, kind, value, ['value'], isOfOwnWords(site, written));
  if (checked.kind === 'faulty') refuseInvalid(checked.faults);
  const other = revisionAt(site, written, withRevisionId, '/withRevisionId');
  const begun = revisionAt(site, written, baseRevisionId, '/baseRevisionId');
  const three = { base: (await beginningOf(site, begun.id, other.id)).value, ours: value, theirs: other.value };
  return inWords(site, written, three, other, choices);
}

/** What a proposal and what is live now come to together. @throws Refusal when nothing moved, or they began apart */
export async function previewMerge(site: Site, proposalId: string, choices: Choices): Promise<ProposalMerging> {
  const { proposal, other, three, written } = await movedBase(site, proposalId);
  return { ...(await inWords(site, written, three, other, choices)), headRevisionId: proposal.headRevisionId };
}

/** Brings what is live into a proposal as a revision that names both; the proposal then stands on what is live. @returns the record's id */
export function mergeIntoProposal(site: Site, person: Person, proposalId: string, wish: MergeIntoProposal): Promise<string> {
  return site.writes.run(async () => {
    refuseUnwritten(site, person, proposalId);
    const { proposal, other, three, written } = await movedBase(site, proposalId);
    if (proposal.headRevisionId !== wish.headRevisionId || other.id !== wish.withRevisionId)
      throw new Refusal('stale', say`Something else stands now. Look at the two again.`);
    const merged = mergedOf(site, written, three, wish.choices);
    refuseOpenConflicts(merged);
    const made = await revisionOn(
      site,
      person,
      proposalId,
      merged.value,
      proposal.headRevisionId,
      say`brought together with what is live`,
      {},
    );
    const revision: Revision = { ...made.revision, mergedFromId: other.id };
    await writeBatch(site, {
      ...emptyBatch(),
      revisions: [revision],
      proposals: [{ ...made.proposal, baseRevisionId: other.id }],
    });
    return proposal.recordId;
  });
}

function refuseUnwritten(site: Site, person: Person, proposalId: string): void {
  const { recordId, locale } = proposalOf(site, proposalId);
  refuseKinds(site, [{ kind: kindOf(site, recordId), locale }], person);
}

function proposalOf(site: Site, id: string): Proposal {
  const proposal = site.ledger.proposals.get(id);
  if (!proposal) throw new Refusal('not-found', say`There is no such proposal.`);
  return proposal;
}

async function movedBase(
  site: Site,
  proposalId: string,
): Promise<{ readonly proposal: Proposal; readonly other: Revision; readonly three: Three<unknown>; readonly written: WrittenRecord }> {
  const proposal = proposalOf(site, proposalId);
  if (!isOpen(proposal) || proposal.retires) throw new Refusal('move-refused', say`Nothing can be brought into this proposal any more.`);
  const { recordId, locale, headRevisionId, baseRevisionId } = proposal;
  const live = liveRevisionId(site, recordId, site.clocks.content(), locale);
  if (live === null || live === baseRevisionId)
    throw new Refusal('conflict', say`What is live has not moved since this was begun. There is nothing to bring in.`);
  const other = site.ledger.revision(live);
  const head = site.ledger.revision(headRevisionId);
  await site.history.read([other, head]);
  const three = { base: (await beginningOf(site, headRevisionId, live)).value, ours: head.value, theirs: other.value };
  return { proposal, other, three, written: { recordId, kind: kindOf(site, recordId), locale } };
}

function revisionAt(site: Site, { recordId, locale }: WrittenRecord, id: string, pointer: string): Revision {
  const revision = site.ledger.revisions.get(id);
  if (revision?.recordId !== recordId || revision.locale !== locale)
    refuseInvalid([{ pointer, detail: say`Not a revision of this record in this locale.` }]);
  return revision;
}

async function inWords(site: Site, written: WrittenRecord, three: Three<unknown>, other: Revision, choices: Choices): Promise<Merging> {
  const { value, conflicts } = mergedOf(site, written, three, choices);
  const snapshot = site.snapshots.at();
  const context = kindContext(site, snapshot);
  const naming = { context, names: fieldNames(site, snapshot, context) };
  const read = (each: unknown) => readAs(site, written, each);
  const compare = async (before: unknown, after: unknown) => describeChanges(site, snapshot, written.kind, read(before), read(after));
  return {
    value,
    conflicts: conflicts.map(({ path, field, tell, base, ours, theirs, both, chosen, around }) => ({
      path,
      label: labelOf(site, written, three.theirs, field),
      around,
      base: tell(base, naming),
      ours: tell(ours, naming),
      theirs: tell(theirs, naming),
      both: both === undefined ? null : tell(both, naming),
      chosen,
    })),
    brought: await compare(three.theirs, value),
    taken: await compare(three.ours, value),
    other: { revisionId: other.id, by: nameOfPerson(site, other.createdBy), at: other.createdAt },
  };
}

function labelOf(site: Site, written: WrittenRecord, value: unknown, field: string): string {
  if (isOfOwnWords(site, written))
    return (
      writableFields(kindNamed(written.kind), bestValueOf(site, written.recordId), site.registry).find(each => each.name === field)
        ?.label ?? field
    );
  return labelOfField(site, written.kind, value, field);
}
