import { remarkBounds, type NewRemark, type Remarks } from '@contract/remarks';
import type { FieldValues } from '@core/fields/field';
import { wordsOfField } from '@core/fields/index';
import { kindNamed } from '@core/kinds/index';
import type { Proposal } from '@core/ledger/records';
import { isOpen } from '@core/ledger/ledger';
import { followPassage, passageOf } from '@core/remark/passage';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { insertRemark, remarkBy, remarksOf, saveSettled, type Remark } from '../repositories/remarks-repository';
import type { Site } from '../site/site';
import { labelOfField } from './descriptions';
import { editionOf, kindOf, overlayOf, writtenIn } from './edition-lookups';
import { nameOfPerson, titleOf } from './names';
import { storedWithNotices } from './notices';
import { readAs } from './own-words';
import { may } from './rights';
import { authorsOf } from './tidings';

/** What is remarked on an edition, each with its answers, and where the words that it is about stand now. */
export async function listRemarks(site: Site, person: Person, editionId: string): Promise<Remarks> {
  editionOf(site, editionId);
  const all = await remarksOf(site.knex, editionId);
  const proposals = new Map(site.ledger.proposalsOfEdition(editionId).map(each => [each.id, each]));
  await readWords(site, all, proposals);
  const said = ({ id, madeBy, madeAt, body }: Remark) => ({
    id,
    by: nameOfPerson(site, madeBy),
    isOwn: madeBy === person.id,
    at: madeAt,
    body,
  });
  return all
    .filter(each => each.replyTo === null)
    .map(remark => ({
      ...said(remark),
      ...placeOf(site, remark, proposals.get(remark.proposalId ?? '')),
      answers: all.filter(each => each.replyTo === remark.id).map(said),
      settled: remark.settledAt === null ? null : { by: nameOfPerson(site, remark.settledBy ?? ''), at: remark.settledAt },
      maySettle: maySettle(site, person, remark),
    }));
}

/** Remarks on an edition on its way, or answers a remark on it. Its authors, and whoever else had a say in it, are told. */
export async function addRemark(site: Site, person: Person, editionId: string, wish: NewRemark): Promise<Remarks> {
  const edition = editionOf(site, editionId);
  await site.writes.run(async () => {
    const proposals = site.ledger.proposalsOfEdition(editionId);
    if (!proposals.some(isOpen)) throw new Refusal('move-refused', say`This has been decided, so nothing is remarked on it any more.`);
    const all = await remarksOf(site.knex, editionId);
    if (all.length >= remarkBounds.ofAnEdition) throw new Refusal('conflict', say`There are too many remarks on this already.`);
    const answered = wish.replyTo === null ? null : (all.find(each => each.id === wish.replyTo && each.replyTo === null) ?? null);
    if (wish.replyTo !== null && !answered) refuseInvalid([{ pointer: '/replyTo', detail: say`There is no such remark here.` }]);
    const remark: Remark = {
      id: uuidv7(),
      editionId,
      ...(answered ? { proposalId: answered.proposalId, field: '', revisionId: null, passage: null } : anchored(site, proposals, wish)),
      body: wish.body,
      replyTo: wish.replyTo,
      madeAt: site.clocks.running(),
      madeBy: person.id,
      settledAt: null,
      settledBy: null,
    };
    const people = new Set([...authorsOf(site, proposals, editionId), ...(answered ? saidIn(all, answered) : [])]);
    const about = { kind: 'remark', act: '', title: edition.title, editionId, recordId: null } as const;
    const tidings = [...people].map(personId => ({ personId, ...about }));
    const { announce } = await storedWithNotices(site, person.id, tidings, async transaction => {
      await insertRemark(transaction, remark);
      await writeDown(transaction, remark.madeAt, [
        { act: 'remark', kind: 'edition', subjectId: editionId, title: edition.title, after: { remark: remark.id } },
      ]);
    });
    await announce();
    site.live.tell({ kind: 'remark', editionId });
  });
  return listRemarks(site, person, editionId);
}

/** Says that a remark is settled, or is not after all. */
export async function settleRemark(site: Site, person: Person, remarkId: string, isSettled: boolean): Promise<Remarks> {
  const remark = await remarkBy(site.knex, remarkId);
  if (!remark || remark.replyTo !== null) throw new Refusal('not-found', say`There is no such remark.`);
  if (!maySettle(site, person, remark))
    throw new Refusal('not-permitted', say`Whoever made a remark settles it, or somebody who may decide.`);
  const at = site.clocks.running();
  const { title } = editionOf(site, remark.editionId);
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await saveSettled(transaction, remarkId, isSettled ? { at, by: person.id } : { at: null, by: null });
      await writeDown(transaction, at, [
        {
          act: isSettled ? 'settle remark' : 'open remark',
          kind: 'edition',
          subjectId: remark.editionId,
          title,
          after: { remark: remarkId },
        },
      ]);
    }),
  );
  site.live.tell({ kind: 'remark', editionId: remark.editionId });
  return listRemarks(site, person, remark.editionId);
}

function saidIn(all: readonly Remark[], { id, madeBy }: Remark): readonly string[] {
  return [madeBy, ...all.filter(each => each.replyTo === id).map(each => each.madeBy)];
}

function anchored(
  site: Site,
  proposals: readonly Proposal[],
  { proposalId, field, quote }: NewRemark,
): Pick<Remark, 'proposalId' | 'field' | 'revisionId' | 'passage'> {
  if (proposalId === null) return { proposalId: null, field: '', revisionId: null, passage: null };
  const proposal = proposals.find(each => each.id === proposalId);
  if (!proposal) refuseInvalid([{ pointer: '/proposalId', detail: say`It is no change of this edition.` }]);
  const { headRevisionId: revisionId } = proposal;
  const words = field === '' ? '' : wordsOf(site, proposal, revisionId, field);
  if (words === null) refuseInvalid([{ pointer: '/field', detail: say`It has no such field.` }]);
  const passage = quote === '' ? null : passageOf(quote, words);
  if (quote !== '' && !passage) refuseInvalid([{ pointer: '/quote', detail: say`These words do not stand there.` }]);
  return { proposalId, field, revisionId, passage: passage && { ...passage, quote } };
}

function placeOf(
  site: Site,
  { proposalId, field, revisionId, passage }: Remark,
  proposal: Proposal | undefined,
): Pick<Remarks[number], 'proposalId' | 'title' | 'field' | 'label' | 'quote' | 'isGone'> {
  if (!proposal) return { proposalId, title: '', field, label: '', quote: '', isGone: false };
  const kind = kindOf(site, proposal.recordId);
  const value = readAs(site, proposal, site.ledger.revision(proposal.headRevisionId).value);
  const title = titleOf(site, site.snapshots.at(), kind, value);
  const label = field === '' ? '' : labelOfField(site, kind, value, field);
  if (!passage || !revisionId) return { proposalId, title, field, label, quote: '', isGone: false };
  const [then, now] = [revisionId, proposal.headRevisionId].map(id => wordsOf(site, proposal, id, field) ?? '');
  const found = followPassage(passage, then!, now!);
  return { proposalId, title, field, label, quote: found ? now!.slice(found.from, found.to) : passage.quote, isGone: found === null };
}

/** A field of a revision as plain words, in which passages are found; null where it has no such field. */
function wordsOf(site: Site, proposal: Proposal, revisionId: string, name: string): string | null {
  const value = readAs(site, proposal, site.ledger.revision(revisionId).value) as Readonly<Record<string, unknown>>;
  const kind = kindNamed(kindOf(site, proposal.recordId));
  if (!name.startsWith('fields.')) return Object.hasOwn(kind.ownFields, name) ? (typeof value[name] === 'string' ? value[name] : '') : null;
  const field = kind.fields?.(value, site.registry).find(each => `fields.${each.name}` === name);
  return field ? wordsOfField(field, value['fields'] as FieldValues) : null;
}

// The words that a remark was made on may only be history by now.
async function readWords(site: Site, all: readonly Remark[], proposals: ReadonlyMap<string, Proposal>): Promise<void> {
  const ids = all.flatMap(each => (each.passage && each.revisionId ? [each.revisionId] : []));
  const heads = [...proposals.values()].map(each => each.headRevisionId);
  await site.history.read([...new Set([...ids, ...heads])].flatMap(id => site.ledger.revisions.get(id) ?? []));
}

function maySettle(site: Site, person: Person, { editionId, madeBy }: Remark): boolean {
  const written = site.ledger.proposalsOfEdition(editionId).map(each => writtenIn(site, overlayOf(site, each)));
  return may(person, 'settle remarks', { written, isOwn: madeBy === person.id });
}
