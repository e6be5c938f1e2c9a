import type { OrderRow, View, ViewRequest } from '@contract/messages';
import { statusOf } from '@core/ledger/status';
import { explainAway } from '@core/placement/explain';
import { mayRead, resolvePage, type AwayReason } from '@core/placement/resolve';
import type { BlockValue } from '@core/block/block';
import type { PlacementValue } from '@core/placement/placement';
import { listOf, quoted, writeMoment } from '@core/format/moment';
import { withName } from '@core/people/greeting';
import { pagesReached } from '@core/reach/reach';
import { sightOf } from '@core/reach/showing';
import { pageModel } from '@core/render/page-model';
import { decidingTests, traceTree } from '@core/rule/evaluate';
import type { Rule } from '@core/rule/rule';
import { effectiveRule } from '@core/rule/shared-rule';
import { phraseWhereTest, ruleSentence, whenPhrase, whereSummary, whoPhrase } from '@core/rule/sentence';
import { compileWhereTest, type PageFacts } from '@core/rule/where';
import type { Overlay, PageNode, SiteSnapshot } from '@core/site/snapshot';
import type { ServicePage } from '@core/page/service-pages';
import { Refusal } from '../errors/refusal';
import { contextFor, dressOf, noteFault, serviceFacts } from '../public/answers';
import { themeWords } from '../public/locales';
import type { Site } from '../site/site';
import { search, searchWishOf } from './search';
import { liveRevisionId, overlaysOfEdition } from './edition-lookups';
import { namedPage } from '@core/kinds/effect';
import { kindNamed } from '@core/kinds/index';
import { say, told } from '@core/tongue/say';
import { momentStyle, nameOfPerson, namesFor } from './names';

/** A page from a vantage: rendered, and as a running order with everything that stays away and why. */
export async function viewPage(site: Site, request: ViewRequest): Promise<View> {
  const overlays = overlaysFor(site, request.withEditions, request.changes);
  await readFeedsOf(site, overlays);
  const { vantage, sight } = vantageOf(site, request, overlays);
  const snapshot = snapshotFor(site, vantage, overlays);
  const { page, facts } = findPage(site, snapshot, vantage);
  const resolution = resolvePage(snapshot, facts, vantage.reader, true);
  const { model, validUntil } = pageModel(snapshot, page, resolution, contextFor(site, snapshot, vantage.reader, true));
  const shownIds = new Set(resolution.shown.map(each => each.placement.id));
  const reasons = new Map(resolution.away.map(each => [each.id, each.reason]));
  const all = [...resolution.shown.map(each => ({ id: each.placement.id, value: each.placement.value })), ...resolution.away];
  const numbers = numberInReadingOrder(
    site,
    all.filter(each => shownIds.has(each.id)),
  );
  const rows = all.map(each =>
    orderRow(site, snapshot, facts, each.id, each.value, numbers.get(each.id) ?? null, reasons.get(each.id) ?? null, overlays),
  );
  const html = site.theme.render(model, {
    ...dressOf(site, snapshot, facts),
    isSheet: true,
    ...(facts.service === 'search'
      ? { extra: { searched: await search(site, snapshot, vantage.reader, searchWishOf(vantage.query)) } }
      : {}),
    onFault: noteFault(site, snapshot),
  });
  // Where nobody was asked for by name, a greeting shows that it will name somebody.
  const readerName = site.people.get(vantage.reader.person ?? '')?.name ?? themeWords(site, snapshot.locale)['your name'] ?? '';
  return {
    html: withName(html, readerName),
    page: page ? namedPage(page) : { id: facts.id, title: model.title, path: facts.path },
    moment: snapshot.moment,
    readerWords: vantage.reader.person === undefined ? '' : nameWithHeld(site, vantage.reader.person, vantage.reader),
    mayRead: page === null || mayRead(page, vantage.reader),
    targets: targetsOf(site, facts, rows),
    sight,
    elsewhere: snapshot.placements.length + snapshot.dormantPlacements.length - all.length,
    validUntil: validUntil === Infinity ? null : validUntil,
  };
}

// Whoever writes a block that shows a feed sees it at once; readers wait for nobody elsewhere.
async function readFeedsOf(site: Site, overlays: readonly Overlay[]): Promise<void> {
  const addresses = overlays.flatMap(({ kind, value }) => {
    const isBlock = kindNamed(kind).typedBy === 'block types';
    const field = isBlock ? site.registry.blockTypes.get((value as BlockValue | null)?.type ?? '')?.feedIn : undefined;
    return field === undefined ? [] : [String((value as BlockValue).fields[field])];
  });
  await Promise.all(
    [...new Set(addresses)]
      .filter(each => site.feedLooks.of(each) === null && site.feedLooks.faultOf(each) === null)
      .map(each => site.feedLooks.look(each)),
  );
}

// The vantage asked for, or the nearest from which what is to be seen shows.
function vantageOf(
  site: Site,
  { vantage, showing }: ViewRequest,
  overlays: readonly Overlay[],
): { vantage: ViewRequest['vantage']; sight: View['sight'] } {
  const asked = { page: vantage.page, reader: vantage.reader, isAsAsked: true, isInSight: true, words: '' };
  if (showing === null) return { vantage, sight: asked };
  const moment = vantage.moment ?? site.clocks.content();
  const found = sightOf(at => snapshotFor(site, { ...vantage, moment: at }, overlays), showing, { ...vantage, moment });
  if (!found) return { vantage, sight: { ...asked, isInSight: false } };
  const reader = { ...found.reader, roles: [...found.reader.roles], memberships: [...found.reader.memberships] };
  const isAsAsked = found.page === vantage.page && found.moment === moment && JSON.stringify(reader) === JSON.stringify(vantage.reader);
  const when = found.moment === moment ? '' : say` on ${writeMoment(found.moment, momentStyle(site))}`;
  return {
    vantage: { ...vantage, page: found.page, reader, moment: found.moment === moment ? vantage.moment : found.moment },
    sight: { page: found.page, reader, isAsAsked, isInSight: true, words: say`as ${readerWords(site, reader)} have it${when}` },
  };
}

/** A reader in words: "signed-out readers". */
export function readerWords(site: Site, reader: ViewRequest['vantage']['reader']): string {
  const names = namesFor(site, site.snapshots.at());
  const held = [...reader.memberships.map(each => names.membership(each)), ...reader.roles.map(each => `${names.role(each)}s`)];
  return held.length > 0 ? listOf(held) : reader.signedIn ? say`signed-in readers` : say`signed-out readers`;
}

// "Nell Fairweather, members"
function nameWithHeld(site: Site, id: string, reader: ViewRequest['vantage']['reader']): string {
  const names = namesFor(site, site.snapshots.at());
  return [nameOfPerson(site, id), listOf(reader.memberships.map(each => names.membership(each)))].filter(Boolean).join(', ');
}

/** Chosen editions and unsaved changes as overlays; of two for one record the later counts. */
export function overlaysFor(site: Site, editionIds: readonly string[], changes: ViewRequest['changes']): readonly Overlay[] {
  return [
    ...editionIds.flatMap(id => overlaysOfEdition(site, id)),
    ...changes.map(({ recordId, kind, locale, retires, value }): Overlay => ({
      recordId,
      kind,
      ...(locale ? { locale } : {}),
      value: retires ? null : value,
    })),
  ];
}

/** The site from a vantage: at its moment, read in its locale. */
export function snapshotFor(site: Site, vantage: ViewRequest['vantage'], overlays: readonly Overlay[]): SiteSnapshot {
  return site.snapshots.readIn(vantage.locale ?? site.ledger.baseLocale, overlays, vantage.moment);
}

/** The page of a vantage and what rules may know of it. @throws Refusal when it is not live at that moment */
export function findPage(
  site: Site,
  snapshot: SiteSnapshot,
  vantage: Pick<ViewRequest['vantage'], 'page' | 'locale' | 'query'>,
): { page: PageNode | null; facts: PageFacts } {
  const { page: id, query } = vantage;
  if (id.startsWith('service:')) {
    const service = id.slice('service:'.length) as ServicePage;
    return { page: null, facts: serviceFacts(site, service, '/…', vantage.locale ?? site.ledger.baseLocale, query) };
  }
  const page = snapshot.pageById.get(id);
  if (!page)
    throw new Refusal('not-found', say`This page is not live at that moment. Choose another moment, or look at it with its proposal.`);
  return { page, facts: { ...page.facts, query } };
}

function orderRow(
  site: Site,
  snapshot: SiteSnapshot,
  facts: PageFacts,
  id: string,
  value: PlacementValue,
  number: number | null,
  reason: AwayReason | null,
  overlays: readonly Overlay[],
): OrderRow {
  const names = namesFor(site, snapshot);
  const style = momentStyle(site);
  const block = snapshot.blocks.get(value.blockId);
  const status = statusOf(site.ledger, id, snapshot.moment, site.clocks.content());
  const blockStatus = statusOf(site.ledger, value.blockId, snapshot.moment, site.clocks.content());
  const explanation = reason && explainAway(reason, names, style);
  return {
    placementId: id,
    locale: site.ledger.localeOf(id),
    blockId: value.blockId,
    title: names.block(value.blockId),
    blockType: block?.value.type ?? '',
    target: value.target,
    number,
    status: status.status,
    waiting: status.waiting ?? blockStatus.waiting,
    where: whereSummary(value.rule.where, names, facts.id),
    sentence: [...ruleSentence(value.rule, names, style, facts.id)],
    pageCount: value.off ? 0 : pagesReached(snapshot, value).length,
    away: explanation && { ...explanation, step: reason.step },
    why: reason ? [] : whyShown(value, effectiveRule(value.rule, snapshot.sharedRules), facts, names, style),
    value,
    revisionId: overlays.some(each => each.recordId === id) ? null : liveRevisionId(site, id, snapshot.moment),
    nextChange: status.nextChange,
  };
}

/** The tests that let a placement show, in the order they are made. */
function whyShown(
  value: PlacementValue,
  rule: Rule,
  facts: PageFacts,
  words: ReturnType<typeof namesFor>,
  style: ReturnType<typeof momentStyle>,
): string[] {
  const held = decidingTests(traceTree(rule.where, test => compileWhereTest(test)(facts))).filter(each => each.holds);
  const names = held.map(each => phraseWhereTest(each.test, words, facts.id));
  const where =
    held.length === 0
      ? say`Its rule holds on every page that is not excepted.`
      : names.join() === 'this page'
        ? say`Its rule names this page.`
        : say`Its rule takes in this page by ${listOf(names.map(quoted))}.`;
  return [
    where,
    say`It shows to ${whoPhrase(rule.who, words)}.`,
    say`Its time is ${whenPhrase(rule.when, style, words)}.`,
    ...(value.reason ? [say`Because: ${value.reason}`] : []),
  ];
}

function numberInReadingOrder(site: Site, shown: readonly { id: string; value: PlacementValue }[]): ReadonlyMap<string, number> {
  const order = site.theme.manifest.readingOrder;
  const sorted = shown
    .map((each, position) => ({ ...each, position }))
    .sort((a, b) => order.indexOf(a.value.target.name) - order.indexOf(b.value.target.name) || a.position - b.position);
  return new Map(sorted.map((each, index) => [each.id, index + 1]));
}

function targetsOf(site: Site, facts: PageFacts, rows: readonly OrderRow[]): View['targets'] {
  const { manifest } = site.theme;
  const regions = manifest.layouts.find(layout => layout.name === facts.layout)?.regions ?? [];
  const rowsOf = (name: string) =>
    rows
      .filter(row => row.target.name === name)
      .sort((a, b) => (a.value.order < b.value.order ? -1 : a.value.order > b.value.order ? 1 : a.placementId < b.placementId ? -1 : 1));
  const held = new Set(rows.map(row => row.target.name));
  // Empty regions of the layout are listed, so that something can be added; insertion points only when they hold something.
  return manifest.readingOrder
    .filter(name => regions.includes(name) || held.has(name))
    .map(name => {
      const region = manifest.regions.find(each => each.name === name);
      const label = region?.label ?? manifest.insertionPoints.find(each => each.name === name)?.label ?? name;
      return { kind: region ? 'region' : 'insertion point', name, label: told(label), rows: rowsOf(name) };
    });
}
