import type { EditionDetail, EditionRow } from '@contract/messages';
import type { PossibleMove } from '@contract/workflows';
import { countOf } from '@core/format/moment';
import { isOpen } from '@core/ledger/ledger';
import { kindNamed, recordKinds } from '@core/kinds/index';
import type { Edition, Proposal, PublicationEntry, RecordKind } from '@core/ledger/records';
import { localTimeAt } from '@core/schedule/local-time';
import { say } from '@core/tongue/say';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { draft, isEnding, isWaiting } from '@core/ledger/stage';
import { possibleMoves, type MoveFacts } from '@core/workflow/workflow';
import * as repository from '../repositories/ledger-repository';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { editionOf, kindOf, liveRevisionId, mayEditEdition, overlayOf, isOfOwnWords } from './edition-lookups';
import { effectsOf } from './effects';
import { bestValueOf, nameOfPerson, peopleWithRoles, titleOf } from './names';
import { readAs } from './own-words';
import { publicationOfOverlays, type Publication } from './publication';
import { pagesBeyond } from './reach-of-act';
import { typeOf } from './record-type';
import { judgedBy, rolesWaitedFor, waitsForWhom, type Judged } from './standing';
import { offered } from './guards';
import { mayGiveWord } from './given-words';
import { isGivenFor, wordsOf } from '../repositories/given-words-repository';

/** Editions on their way, those approved for a date ahead, or all that have ended; the newest first. */
export function listEditions(site: Site, person: Person, which: 'open' | 'planned' | 'ended'): readonly EditionRow[] {
  const now = site.clocks.content();
  const isWanted = (row: EditionRow) =>
    which === 'open'
      ? !isEnding(row.stage)
      : isEnding(row.stage) && (which === 'ended' || (row.publishedFrom !== null && row.publishedFrom > now));
  return [...site.ledger.editions.values()]
    .filter(({ id }) => {
      const proposals = site.ledger.proposalsOfEdition(id);
      // One whose changes all went into another is no edition any more.
      return proposals.length > 0 && proposals.some(isOpen) === (which === 'open');
    })
    .map(edition => editionRow(site, person, edition))
    .filter(isWanted)
    .sort((a, b) => (b.submittedAt ?? b.createdAt) - (a.submittedAt ?? a.createdAt));
}

/** An edition with everything a reviewer needs to decide. @param at - the moment with what is live at which it is compared; null for now */
export async function editionDetail(site: Site, person: Person, editionId: string, at: number | null = null): Promise<EditionDetail> {
  const edition = editionOf(site, editionId);
  const proposals = site.ledger.proposalsOfEdition(editionId);
  if (proposals.length === 0) throw new Refusal('not-found', say`All that was in it is in another edition now.`);
  const overlays = proposals.map(proposal => overlayOf(site, proposal));
  const now = site.clocks.content();
  const snapshot = site.snapshots.with(overlays);
  const effects = effectsOf(site, overlays, edition.wishedFrom !== null && edition.wishedFrom > now ? edition.wishedFrom : null);
  const publication = onceOf(() => publicationWished(site, edition, overlays));
  const judged = judgedBy(site, person, edition, proposals, reachesBeyond(site, person, edition, proposals));
  const { workflow, facts } = judged;
  const rolesThatMay = rolesWaitedFor(workflow, facts.stage, facts.written);
  const heads = proposals.map(each => each.headRevisionId);
  const last = published(site, editionId, proposals).at(-1);
  const moment = Math.max(now, at ?? now);
  // What has been decided is compared with what it replaced.
  const comparedWith = proposals.map(each =>
    isOpen(each) ? liveRevisionId(site, each.recordId, moment, each.locale) : each.baseRevisionId,
  );
  await site.history.read(
    [...comparedWith, ...proposals.map(each => each.baseRevisionId)].flatMap(id => site.ledger.revisions.get(id ?? '') ?? []),
  );
  return {
    ...rowOf(site, edition, proposals, judged),
    workflow: workflow.name,
    offers: await offered(site, possibleMoves(facts, workflow), { editionId, overlays, heads, publication }),
    words: await wordsFor(site, person, edition, judged),
    remark: edition.remark,
    mayEdit: proposals.some(isOpen) && mayEditEdition(site, person, edition, proposals),
    changes: await Promise.all(
      proposals.map(async (proposal, index) => {
        const kind = kindOf(site, proposal.recordId);
        const value = site.ledger.revision(proposal.headRevisionId).value;
        const isLeftOut = proposal.retires && isOfOwnWords(site, proposal);
        const valueOf = (id: string | null) => (id === null ? null : site.ledger.revision(id).value);
        const against = comparedWith[index]!;
        const compared = (id: string | null) =>
          proposal.retires
            ? Promise.resolve([])
            : describeChanges(site, snapshot, kind, readAs(site, proposal, valueOf(id)), readAs(site, proposal, value));
        const isLiveNow = !isOpen(proposal) || liveRevisionId(site, proposal.recordId, now, proposal.locale) === against;
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
          against: against === null ? 'nothing' : isLiveNow ? 'live' : 'planned',
          fields: await compared(against),
          fieldsSinceBegun: against === proposal.baseRevisionId ? null : await compared(proposal.baseRevisionId),
          effect: effects[index]!,
        };
      }),
    ),
    history: (await repository.readMoves(site.knex, editionId)).map(each => ({
      move: each.move,
      remark: [each.remark, each.broke].filter(Boolean).join(' '),
      at: each.madeAt,
      by: nameOfPerson(site, each.madeBy),
    })),
    lookAt: pageToLookAt(site, overlays, snapshot),
    publishedUntil: last?.until ?? null,
    afterwards: last?.afterwards ?? 'earlier',
    takesOff: proposals.length > 0 && proposals.every(each => each.retires),
    reviewers: [...peopleWithRoles(site, rolesThatMay, edition.createdBy)],
  };
}

// The words that somebody has given for it, and those that its workflow waits for.
async function wordsFor(site: Site, person: Person, { id }: Edition, { workflow, facts }: Judged): Promise<EditionDetail['words']> {
  const heads = site.ledger.proposalsOfEdition(id).map(each => each.headRevisionId);
  const given = await wordsOf(site.knex, id);
  const standing = given.filter(each => isGivenFor(each, heads)).map(each => each.role);
  const asked = workflow.moves
    .filter(each => each.from.includes(facts.stage))
    .flatMap(({ guards }) => guards.flatMap(each => (each.guard === 'word of' ? each.role : [])));
  return {
    asked: [...new Set(asked)].map(role => ({
      role,
      isGiven: standing.includes(role),
      mayGive: !standing.includes(role) && mayGiveWord(site, person, id, role),
      people: [...peopleWithRoles(site, [role], '')],
    })),
    given: given.map(each => ({
      role: each.role,
      by: nameOfPerson(site, each.givenBy),
      at: each.givenAt,
      remark: each.remark,
      isForThis: isGivenFor(each, heads),
    })),
  };
}

/** What somebody could do with an edition, guards aside. */
export function movesOf(site: Site, person: Person, editionId: string): readonly PossibleMove[] {
  const edition = editionOf(site, editionId);
  const proposals = site.ledger.proposalsOfEdition(editionId);
  const { workflow, facts } = judgedBy(site, person, edition, proposals, reachesBeyond(site, person, edition, proposals));
  return possibleMoves(facts, workflow).map(({ name, to }) => ({ name, to }));
}

/** An edition as lists show it. */
export function editionRow(site: Site, person: Person, edition: Edition): EditionRow {
  const proposals = site.ledger.proposalsOfEdition(edition.id);
  return rowOf(site, edition, proposals, judgedBy(site, person, edition, proposals, reachesBeyond(site, person, edition, proposals)));
}

function rowOf(site: Site, edition: Edition, proposals: readonly Proposal[], judged: Judged): EditionRow {
  const spans = published(site, edition.id, proposals);
  return {
    id: edition.id,
    title: edition.title,
    stage: judged.facts.stage,
    author: { id: edition.createdBy, name: nameOfPerson(site, edition.createdBy) },
    createdAt: edition.createdAt,
    submittedAt: edition.submittedAt,
    wishedFrom: edition.wishedFrom,
    changeCount: proposals.length,
    summary: summaryOf(site, proposals),
    moves: possibleMoves(judged.facts, judged.workflow).map(each => each.name),
    waitsForYou: waitsForWhom(judged),
    waitsFor: isWaiting(judged.facts.stage)
      ? [...peopleWithRoles(site, rolesWaitedFor(judged.workflow, judged.facts.stage, judged.facts.written), edition.createdBy)]
      : [],
    cameBack: judged.facts.stage === draft && edition.submittedAt !== null,
    ...whereOf(site, proposals),
    publishedFrom: spans.length > 0 ? Math.min(...spans.map(each => each.from)) : null,
  };
}

// What an edition has set, as it was set last: moved in time it counts once, withdrawn not at all.
function published(site: Site, editionId: string, proposals: readonly Proposal[]): readonly PublicationEntry[] {
  const entries = proposals
    .flatMap(each => site.ledger.entriesOf(each.recordId, each.locale))
    .filter(entry => entry.editionId === editionId);
  return [...new Map(entries.map(entry => [entry.publicationId, entry])).values()].filter(entry => entry.act === 'set');
}

// What it is of, and in which sections of the site its pages lie.
function whereOf(site: Site, proposals: readonly Proposal[]): Pick<EditionRow, 'kinds' | 'types' | 'sections'> {
  const snapshot = site.snapshots.at();
  const parts = proposals.map(each => overlayOf(site, each));
  // Words in another locale stand where the record does.
  const valueOf = (part: Overlay) => readAs(site, part, part.value) ?? bestValueOf(site, part.recordId);
  const types = parts.map(part => typeOf(site, part, parts));
  const pages = parts.flatMap(part => kindNamed(part.kind).pagesToSee(part.recordId, valueOf(part), snapshot));
  const inSections = new Set(pages.flatMap(id => snapshot.pageById.get(id)?.facts.lineage.at(-2) ?? []));
  const sections = [...inSections].flatMap(id => snapshot.pageById.get(id)?.value.title ?? []);
  return {
    kinds: [...new Set(parts.map(each => each.kind))],
    types: [...new Set(types.flatMap(each => each ?? []))],
    sections: [...new Set(sections)],
  };
}

// What has ended is decided no more, and lists of it are long.
function reachesBeyond(site: Site, person: Person, edition: Edition, proposals: readonly Proposal[]): MoveFacts['reachesBeyond'] {
  if (person.grants.every(each => each.sections.length === 0) || !proposals.some(isOpen)) return () => false;
  const publication = publicationWished(
    site,
    edition,
    proposals.map(each => overlayOf(site, each)),
  );
  return who => pagesBeyond(site, person, publication, who).length > 0;
}

// What publishing an edition would write, at the date that is wished for it.
function publicationWished(site: Site, edition: Edition, overlays: readonly Overlay[]): Publication {
  const wished = edition.wishedFrom !== null && edition.wishedFrom > site.clocks.content() ? edition.wishedFrom : null;
  const { zone } = site.settings;
  const from = wished === null ? null : { local: localTimeAt(wished, zone), zone };
  return publicationOfOverlays(site, overlays, { from, until: null, afterwards: 'earlier', scheduled: null });
}

function onceOf<Made>(make: () => Made): () => Made {
  let made: { readonly it: Made } | null = null;
  return () => (made ??= { it: make() }).it;
}

function summaryOf(site: Site, proposals: readonly Proposal[]): string {
  const kinds = proposals.map(each => kindOf(site, each.recordId));
  const count = (kind: RecordKind) => kinds.filter(each => each === kind).length;
  return recordKinds
    .filter(kind => count(kind) > 0)
    .map(kind => countOf(count(kind), kind))
    .join(', ');
}

function pageToLookAt(site: Site, overlays: readonly Overlay[], snapshot: SiteSnapshot): string | null {
  const candidates = overlays.flatMap(each => kindNamed(each.kind).pagesToSee(each.recordId, readAs(site, each, each.value), snapshot));
  return candidates.find(id => snapshot.pageById.has(id)) ?? snapshot.front?.id ?? null;
}
