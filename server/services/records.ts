import { isWaiting } from '@core/ledger/stage';
import type { BlockRow, Comparison, PageRow, RecordDetail, RevisionValue } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { kindOfField, wordsOfField } from '@core/fields/index';
import { kindNamed } from '@core/kinds/index';
import { namedPage } from '@core/kinds/effect';
import type { publicationsKnown } from '@core/ledger/in-force';
import { isOpen } from '@core/ledger/ledger';
import { outlookFrom, type Turn } from '@core/ledger/outlook';
import { authorsOf, topicsOf, type PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { pagesReached, pagesShowingBlock } from '@core/reach/reach';
import { alwaysHolds, type RuleTree, type WhoTest } from '@core/rule/rule';
import { whereSummary, whoPhrase } from '@core/rule/sentence';
import type { SiteSnapshot } from '@core/site/snapshot';
import { movesOf } from './edition-views';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { labelOfTarget } from '@core/theme/manifest';
import { say, told } from '@core/tongue/say';
import { describeChanges } from './descriptions';
import { kindOf, liveRevisionId } from './edition-lookups';
import { otherLocalesOf } from './languages';
import { bestValueOf, nameOfPerson, namesFor, titleOf } from './names';
import { isDiscarded, isKept, lastChange, statusFields } from './record-facts';
import { recordsNaming, referencesOf } from './references';

/** The page tree in reading order; pages that are not live follow their parent's live ones. */
export function listPages(site: Site, moment: number | null): readonly PageRow[] {
  const snapshot = site.snapshots.at(moment);
  const rows: PageRow[] = [];
  const notLive = new Map<string | null, { id: string; value: PageValue }[]>();
  for (const record of site.ledger.recordsOf('page')) {
    if (snapshot.pageById.has(record.id)) continue;
    const value = bestValueOf(site, record.id) as PageValue | null;
    if (!value || isDiscarded(site, record.id)) continue;
    notLive.set(value.parentId, [...(notLive.get(value.parentId) ?? []), { id: record.id, value }]);
  }
  const addNotLive = (parentId: string | null, path: string, depth: number, above: RuleTree<WhoTest>): void => {
    for (const { id, value } of notLive.get(parentId) ?? []) {
      const ownPath = `${path === '/' ? '' : path}/${value.segment}`;
      const readers = value.readers ?? above;
      rows.push(pageRow(site, id, value, ownPath, depth, moment, readers));
      addNotLive(id, ownPath, depth + 1, readers);
    }
  };
  const add = (page: SiteSnapshot['pages'][number]): void => {
    rows.push(pageRow(site, page.id, page.value, page.facts.path, page.depth, moment, page.facts.readers));
    page.children.forEach(add);
    addNotLive(page.id, page.facts.path, page.depth + 1, page.facts.readers);
  };
  if (snapshot.front) add(snapshot.front);
  else addNotLive(null, '/', 0, {});
  return rows;
}

/** The stock: every block, what it says and where it is used. */
export function listBlocks(site: Site): readonly BlockRow[] {
  const snapshot = site.snapshots.at();
  const names = namesFor(site, snapshot);
  const targets = new Map<string, string[]>();
  for (const { value } of snapshot.placements) targets.set(value.blockId, [...(targets.get(value.blockId) ?? []), value.target.name]);
  return site.ledger
    .recordsOf('block')
    .filter(record => !isDiscarded(site, record.id))
    .map(record => {
      const value = bestValueOf(site, record.id) as BlockValue;
      return {
        id: record.id,
        title: value.title,
        type: value.type,
        typeLabel: told(site.registry.blockTypes.get(value.type)?.label ?? value.type),
        excerpt: excerptOf(site, value),
        ...statusFields(site, record.id, null),
        ...lastChange(site, record.id),
        placementCount: targets.get(record.id)?.length ?? 0,
        insetCount: insetCountOf(site, record.id),
        readers: value.readers ? whoPhrase(value.readers, names) : '',
        targets: [...new Set(targets.get(record.id))],
        pages: pagesShowingBlock(snapshot, record.id).map(id => namedPage(snapshot.pageById.get(id)!)),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, 'en'));
}

/** One record with its past and what waits. */
export async function readRecord(site: Site, person: Person, id: string): Promise<RecordDetail> {
  const kind = kindOf(site, id);
  const snapshot = site.snapshots.at();
  const { ledger } = site;
  const now = site.clocks.content();
  const naming = recordsNaming(site, id);
  const liveId = liveRevisionId(site, id, now);
  const known = ledger.outlookOf(id).known;
  const outlook = outlookFrom(known, now);
  const proposals = ledger.proposalsOf(id).filter(each => isOpen(each) && each.locale === ledger.localeOf(id));
  return {
    id,
    kind,
    locale: ledger.localeOf(id),
    inLocales: [...otherLocalesOf(site, id, kind)],
    title: titleOf(site, snapshot, kind, bestValueOf(site, id)),
    ...statusFields(site, id, null),
    live: liveId === null ? null : { revisionId: liveId, value: ledger.revision(liveId).value },
    proposals: proposals.map(each => ({
      id: each.id,
      editionId: each.editionId,
      stage: each.stage,
      headRevisionId: each.headRevisionId,
      value: ledger.revision(each.headRevisionId).value,
      author: { id: each.createdBy, name: nameOfPerson(site, each.createdBy) },
      updatedAt: each.updatedAt,
      isOwn: each.createdBy === person.id,
      moves: [...movesOf(site, person, each.editionId)],
      baseMoved: liveRevisionId(site, id, site.clocks.content(), each.locale) !== each.baseRevisionId,
    })),
    newest: await newestValue(site, id),
    revisions: [...ledger.revisionsOf(id)].reverse().map(revision => ({
      id: revision.id,
      parentId: revision.parentId,
      createdAt: revision.createdAt,
      author: { id: revision.createdBy, name: nameOfPerson(site, revision.createdBy) },
      note: revision.note,
      mark: markOf(revision.id, liveId, known, proposals, outlook),
    })),
    publications: [...known].map(entry => ({
      from: entry.from,
      until: entry.until,
      revisionId: entry.revisionId,
      recordedAt: entry.recordedAt,
      recordedBy: nameOfPerson(site, entry.recordedBy),
    })),
    usedOn: usesOf(site, snapshot, id),
    insetIn: naming.filter(each => each.way === 'inset').map(({ recordId, kind: of, title }) => ({ recordId, kind: of, title })),
    namedBy: naming.map(each => ({ ...each })),
    pagesChanged: kindNamed(kind)
      .pagesChanged(id, snapshot)
      .flatMap(each => {
        const page = snapshot.pageById.get(each);
        return page ? [namedPage(page)] : [];
      }),
  };
}

// The newest of a record is among what counts, and so at hand; only where that cannot be read an earlier one has to be.
async function newestValue(site: Site, id: string): Promise<unknown> {
  for (const revision of site.ledger.revisionsOf(id).toReversed()) {
    await site.history.read([revision]);
    if (revision.value !== null) return revision.value;
  }
  return null;
}

/** What one revision says. @throws Refusal when there is none, or it cannot be read */
export async function readRevision(site: Site, id: string): Promise<RevisionValue> {
  const revision = site.ledger.revisions.get(id);
  if (!revision) throw new Refusal('not-found', say`There is no such revision.`);
  await site.history.read([revision]);
  if (revision.value === null) throw new Refusal('not-found', say`What this revision said cannot be read any more.`);
  return { id, recordId: revision.recordId, value: revision.value };
}

/** Two revisions of one record, or one against nothing. */
export async function compareRevisions(site: Site, beforeId: string, afterId: string): Promise<Comparison> {
  const after = site.ledger.revisions.get(afterId);
  const before = beforeId === 'none' ? null : site.ledger.revisions.get(beforeId);
  if (!after || before === undefined) throw new Refusal('not-found', say`There is no such revision.`);
  if (before && before.recordId !== after.recordId)
    throw new Refusal('invalid', say`The two revisions belong to different records.`, [
      { pointer: '/before', detail: say`Not a revision of the same record.` },
    ]);
  await site.history.read(before ? [before, after] : [after]);
  const kind = kindOf(site, after.recordId);
  return { changes: await describeChanges(site, site.snapshots.at(), kind, before?.value ?? null, after.value) };
}

function pageRow(
  site: Site,
  id: string,
  value: PageValue,
  path: string,
  depth: number,
  moment: number | null,
  readers: RuleTree<WhoTest>,
): PageRow {
  return {
    id,
    title: value.title,
    path,
    parentId: value.parentId,
    depth,
    type: value.type,
    layout: value.layout,
    topics: [...topicsOf(value)],
    authors: [...authorsOf(value)],
    order: value.order,
    ...statusFields(site, id, moment),
    ...lastChange(site, id),
    readers: readersInWords(site, readers),
  };
}

/** Who may read, in words; empty for anyone. */
function readersInWords(site: Site, readers: RuleTree<WhoTest>): string {
  return alwaysHolds(readers) ? '' : whoPhrase(readers, namesFor(site, site.snapshots.at()));
}

/** How many texts hold a block. */
function insetCountOf(site: Site, id: string): number {
  const holders = referencesOf(site)
    .to(id)
    .filter(each => each.way === 'inset' && isKept(site, each.from));
  return new Set(holders.map(each => each.from)).size;
}

// What it says first, in a line.
function excerptOf(site: Site, block: BlockValue): string {
  const prose = (site.registry.blockTypes.get(block.type)?.fields ?? []).filter(field => kindOfField(field).isProse);
  const said = prose.map(field => wordsOfField(field, block.fields)).find(each => each !== '') ?? '';
  return said.replace(/\s+/g, ' ').slice(0, 140);
}

/** The placements that hold a record, kept ones and those taken off alike. */
function usesOf(site: Site, snapshot: SiteSnapshot, id: string): RecordDetail['usedOn'] {
  const names = namesFor(site, snapshot);
  const holding = referencesOf(site)
    .to(id)
    .filter(each => each.way === 'block' && !isDiscarded(site, each.from));
  return holding.map(({ from }) => {
    const value = snapshot.placementById.get(from)?.value ?? (bestValueOf(site, from) as PlacementValue);
    const pages = pagesReached(snapshot, value);
    return {
      placementId: from,
      target: labelOfTarget(snapshot.manifest, value.target),
      where: whereSummary(value.rule.where, names, null),
      status: statusFields(site, from, null).status,
      pageCount: value.off ? 0 : pages.length,
      firstPageId: pages[0] ?? null,
    };
  });
}

function markOf(
  revisionId: string,
  liveId: string | null,
  known: ReturnType<typeof publicationsKnown>,
  proposals: readonly { headRevisionId: string; stage: string }[],
  outlook: readonly Turn[],
): RecordDetail['revisions'][number]['mark'] {
  if (revisionId === liveId) return 'live';
  if (outlook.some(({ inForce }) => inForce.state === 'live' && inForce.revisionId === revisionId)) return 'scheduled';
  const proposal = proposals.find(each => each.headRevisionId === revisionId);
  if (proposal) return isWaiting(proposal.stage) ? 'in review' : 'draft';
  return known.some(entry => entry.revisionId === revisionId && entry.from <= outlook[0]!.at) ? 'expired' : null;
}
