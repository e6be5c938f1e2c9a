import type { Proposal } from '@core/ledger/records';
import type { Who } from '@core/kinds/kind';
import type { Overlay } from '@core/site/snapshot';
import { authorsSince } from '@core/workflow/authors';
import { draft, isWaiting, type Stage } from '@core/ledger/stage';
import { judgeMove, movesOn, returns } from '@core/workflow/workflow';
import type { Site } from '../site/site';
import { overlaysOf, type Batch } from './batch';
import { writtenIn } from './edition-lookups';
import { isOnTheStaff, type Tiding } from './notices';
import { atOnce, publicationOfOverlays } from './publication';
import { pagesBeyond } from './reach-of-act';
import { workflowOf } from './standing';

/** Whom a batch concerns that is about to be stored, and what they are to be told of it. */
export function tidingsOf(site: Site, batch: Batch): readonly Tiding[] {
  return [...batch.moves.flatMap(({ editionId, move }) => tidingsOfMove(site, batch, editionId, move)), ...tidingsOfEntries(site, batch)];
}

/** Everybody who had a hand in some proposals, and whoever made their edition. */
export function authorsOf(site: Site, proposals: readonly Proposal[], editionId: string, batch?: Batch): ReadonlySet<string> {
  const edition = batch?.editions.find(each => each.id === editionId) ?? site.ledger.editions.get(editionId);
  return new Set([
    ...(edition ? [edition.createdBy] : []),
    ...proposals.flatMap(each => [...authorsSince(site.ledger, each, batch?.revisions)]),
  ]);
}

function tidingsOfMove(site: Site, batch: Batch, editionId: string, move: string): readonly Tiding[] {
  const proposals = batch.proposals.filter(each => each.editionId === editionId);
  const title = (batch.editions.find(each => each.id === editionId) ?? site.ledger.editions.get(editionId))?.title ?? '';
  const authors = authorsOf(site, proposals, editionId, batch);
  const tell = (people: Iterable<string>, kind: Tiding['kind']) =>
    [...people].map((personId): Tiding => ({ personId, kind, act: move, title, editionId, recordId: null }));
  const stage = proposals[0]?.stage ?? draft;
  if (isWaiting(stage)) return tell(whoLeadsOn(site, overlaysOf(site, batch, proposals), stage, authors), 'review wanted');
  const made = workflowOf(site, overlaysOf(site, batch, proposals)).moves.find(each => each.name === move);
  if (stage === draft) return made && returns(made) ? tell(authors, 'returned') : [];
  return tell(authors, 'decided');
}

// What waits on words that change on the site stands on others than it began from.
function tidingsOfEntries(site: Site, { entries }: Batch): readonly Tiding[] {
  return entries.flatMap(({ recordId, locale, editionId: own, act }) =>
    site.ledger
      .openProposalsOf(recordId)
      .filter(each => act === 'set' && each.locale === locale && each.editionId !== own)
      .flatMap(({ editionId, ...proposal }) => {
        const title = site.ledger.editions.get(editionId)?.title ?? '';
        const authors = authorsOf(site, [{ editionId, ...proposal }], editionId);
        return [...authors].map((personId): Tiding => ({ personId, kind: 'live moved', act: '', title, editionId, recordId }));
      }),
  );
}

// Whoever could make a move that leads nearer to being live, from where it now waits.
function whoLeadsOn(site: Site, overlays: readonly Overlay[], stage: Stage, authors: ReadonlySet<string>): readonly string[] {
  const workflow = workflowOf(site, overlays);
  const written = overlays.map(each => writtenIn(site, each));
  const publication = publicationOfOverlays(site, overlays, atOnce);
  return [...site.people.values()].flatMap(person => {
    if (authors.has(person.id) || !isOnTheStaff(site, person.id)) return [];
    const reachesBeyond = (who: Who) => pagesBeyond(site, person, publication, who).length > 0;
    const facts = { stage, written, grants: person.grants, isOwn: false, hasWritten: false, reachesBeyond };
    return movesOn(workflow, stage).some(({ name }) => judgeMove(name, facts, workflow).kind === 'moved') ? [person.id] : [];
  });
}
