import { almanacLimits, longestSpan, type Almanac, type AlmanacBar, type AlmanacQuery } from '@contract/almanac';
import { groupBy } from '@core/collection/group-by';
import { kindNamed } from '@core/kinds/index';
import { targetOf } from '@core/kinds/placement/target';
import { barsWithin, type EdgeKind, type PlanBar } from '@core/plan/bars';
import { changesWithin } from '@core/plan/changes';
import { cliffsAmong } from '@core/plan/cliffs';
import type { Afterwards, RecordKind } from '@core/ledger/records';
import type { LaneKind } from '@core/plan/lanes';
import type { Interval } from '@core/schedule/interval';
import type { Instant } from '@core/schedule/local-time';
import { labelOfTarget } from '@core/theme/manifest';
import { grantsOver, mayWrite } from '@core/rights/grants';
import { capitalised, say, told } from '@core/tongue/say';
import { publishes } from '@core/workflow/workflow';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { isOfOwnWords, mayEditEdition, overlayOf, writtenIn } from './edition-lookups';
import { healthOf } from './health';
import { bestValueOf, localeName, nameOfPerson, titleOf } from './names';
import { plansWithin } from './plan';
import { typeOf } from './record-type';
import { plannedRowsAmong } from './planned-rows';

/** How many things end on one day before it is told of. */
const leastOfCliff = 3;

/** What decides in which lane something stands. Only what is drawn is put into words. */
export interface Standing extends Interval {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly locale: string;
  readonly value: unknown;
  readonly state: AlmanacBar['state'];
  /** Who let it go live, or proposes it. */
  readonly by: string;
  readonly editionId: string | null;
  /** The publication that says it; null for what is only proposed. */
  readonly publicationId: string | null;
  readonly edges: AlmanacBar['edges'];
  readonly publishedUntil: Instant | null;
  readonly then: AlmanacBar['then'];
  readonly afterwards: Afterwards;
  /** When that was said. */
  readonly changedAt: Instant;
}

/** Everything that readers have and will have within a span of time, in lanes, and what changes by itself. */
export async function almanacOf(site: Site, person: Person, { from, until, by }: AlmanacQuery): Promise<Almanac> {
  if (until <= from || until - from > longestSpan * 86_400_000)
    throw new Refusal('invalid', say`The Almanac shows up to ${longestSpan} days at once.`, [
      { pointer: '/until', detail: say`After the beginning, and at most ${longestSpan} days.` },
    ]);
  const span = { from, until };
  const now = site.clocks.content();
  const { drawn, steady } = standingWithin(site, span);
  const laneOf = lanesBy(site, by);
  const lanes = groupBy(drawn.slice(0, almanacLimits.bars), laneOf);
  const steadyIn = groupBy(steady, laneOf);
  const changes = changesWithin(site.ledger, span);
  const rows = plannedRowsAmong(site, changes, plansWithin(site, span));
  const { findings } = await healthOf(site);
  return {
    now,
    from,
    until,
    lanes: orderOf(site, by, [...lanes.keys()]).map(label => ({
      key: label,
      label,
      steady: new Set((steadyIn.get(label) ?? []).map(each => each.recordId)).size,
      bars: lanes.get(label)!.map(each => barOf(site, person, each, span)),
    })),
    barCount: drawn.length,
    changes: rows.slice(0, almanacLimits.changes),
    changeCount: rows.length,
    cliffs: cliffsAmong(changes, site.settings.zone, leastOfCliff).map(({ at, ends }) => ({
      at,
      count: ends.length,
      titles: [...new Set(ends.map(each => titleOf(site, site.snapshots.at(), each.kind, each.value)))].slice(0, 20),
    })),
    findings: findings.filter(each => each.from !== null && each.from >= from && each.from < until),
  };
}

/** Everything that begins or ends within a span, what is only proposed included, in order of time. */
export function standingsInOrder(site: Site, span: Interval): readonly Standing[] {
  return [...standingWithin(site, span).drawn].sort((a, b) => a.from - b.from);
}

/** The pages on which something of the plan can be looked at. */
export function pagesOfBar(site: Site, each: Standing): readonly string[] {
  return kindNamed(each.kind).pagesToSee(each.recordId, placedValue(site, each), site.snapshots.at());
}

function standingWithin(site: Site, span: Interval): { readonly drawn: readonly Standing[]; readonly steady: readonly Standing[] } {
  const now = site.clocks.content();
  const { bars, steady } = barsWithin(site.ledger, span);
  const isTold = ({ kind, recordId }: PlanBar) => !kindNamed(kind).isUnseen && site.ledger.records.has(recordId);
  const standing = (all: readonly PlanBar[]) => all.filter(isTold).map(each => standingOf(each, now));
  return { drawn: [...standing(bars), ...proposedWithin(site, span)], steady: standing(steady) };
}

function standingOf({ entry, ...bar }: PlanBar, now: number): Standing {
  const state = bar.until <= now ? 'expired' : bar.from > now ? 'scheduled' : 'live';
  return {
    ...bar,
    state,
    edges: edgesOf(bar, now),
    by: entry?.recordedBy ?? '',
    editionId: entry?.editionId ?? null,
    publicationId: entry?.publicationId ?? null,
    publishedUntil: entry?.until ?? null,
    afterwards: entry?.afterwards ?? 'earlier',
    changedAt: entry?.recordedAt ?? bar.from,
  };
}

// What has passed is as it was, and what a rule says in more words than one window is said there.
function edgesOf({ from, until, edges }: Omit<PlanBar, 'entry'>, now: number): AlmanacBar['edges'] {
  const movable = (at: number, edge: EdgeKind) => (at <= now || edge === 'rule' ? 'fixed' : edge);
  return { from: movable(from, edges.from), until: movable(until, edges.until) };
}

// What is only proposed is drawn from the day that is wished for.
function proposedWithin(site: Site, span: Interval): readonly Standing[] {
  return site.ledger.openProposals().flatMap((proposal): readonly Standing[] => {
    const { editionId, locale, createdBy: by, updatedAt: changedAt } = proposal;
    const { wishedFrom: from } = site.ledger.editions.get(editionId)!;
    if (from === null || from < span.from || from >= span.until) return [];
    const { recordId, kind, value } = overlayOf(site, proposal);
    return [
      {
        recordId,
        kind,
        locale,
        value: value ?? bestValueOf(site, recordId),
        from,
        until: Infinity,
        state: 'proposed',
        by,
        editionId,
        publicationId: null,
        edges: { from: 'wish', until: 'fixed' },
        publishedUntil: null,
        then: null,
        afterwards: 'earlier',
        changedAt,
      },
    ];
  });
}

// Words in another locale say nothing of where a record stands.
function placedValue(site: Site, each: Standing): unknown {
  return isOfOwnWords(site, each) ? bestValueOf(site, each.recordId) : each.value;
}

function pageToSee(site: Site, each: Standing): string | null {
  return pagesOfBar(site, each)[0] ?? null;
}

/** What something of the plan is called, in which language it is said. */
export function titleOfBar(site: Site, each: Standing): string {
  const title = titleOf(site, site.snapshots.at(), each.kind, placedValue(site, each));
  return isOfOwnWords(site, each) ? say`${title} in ${localeName(site, each.locale)}` : title;
}

function barOf(site: Site, person: Person, each: Standing, span: Interval): AlmanacBar {
  const { recordId, kind, state, editionId, publicationId, edges, publishedUntil, then, afterwards } = each;
  const own = (edge: Edge) => (edge === 'fixed' || mayMove(site, person, each, edge) ? edge : 'others');
  return {
    recordId,
    kind,
    title: titleOfBar(site, each),
    from: Math.max(each.from, span.from - 1),
    until: each.until === Infinity ? null : each.until,
    state,
    editionId,
    publicationId,
    locale: isOfOwnWords(site, each) ? each.locale : null,
    edges: { from: own(edges.from), until: own(edges.until) },
    publishedUntil,
    then,
    afterwards,
    pageId: pageToSee(site, each),
  };
}

type Edge = AlmanacBar['edges']['from'];

// Whether somebody may at all; how far what they do reaches is judged when they do it.
function mayMove(site: Site, person: Person, each: Standing, edge: Edge): boolean {
  const written = writtenIn(site, each);
  if (edge === 'window') return mayWrite(person.grants, written);
  if (edge === 'publication')
    return site.settings.workflows.some(({ moves }) =>
      moves.some(move => publishes(move) && grantsOver(person.grants, move.who, written).length > 0),
    );
  const edition = site.ledger.editions.get(each.editionId ?? '');
  return edition !== undefined && mayEditEdition(site, person, edition, site.ledger.proposalsOfEdition(edition.id));
}

// In which lane something stands, by its label.
function lanesBy(site: Site, by: LaneKind): (each: Standing) => string {
  const snapshot = site.snapshots.at();
  switch (by) {
    case 'region':
      return each => {
        const target = targetOf(each);
        return target ? told(labelOfTarget(snapshot.manifest, target)) : capitalised(told(each.kind));
      };
    case 'section':
      return each => {
        const section = snapshot.pageById.get(pageToSee(site, each) ?? '')?.facts.lineage.at(-2) ?? snapshot.front?.id ?? '';
        return snapshot.pageById.get(section)?.value.title ?? say`nowhere yet`;
      };
    case 'type':
      return each => {
        const type = typeOf(site, each);
        if (type === null) return capitalised(told(each.kind));
        const { pageTypes, blockTypes } = site.registry;
        return told((blockTypes.get(type) ?? pageTypes.get(type))?.label ?? type);
      };
    case 'person':
      return each => nameOfPerson(site, each.by);
    case 'edition':
      return ({ editionId }) => site.ledger.editions.get(editionId ?? '')?.title ?? say`no edition`;
    case 'language':
      return ({ locale }) => localeName(site, locale);
  }
}

// Regions as one reads down a page, then what is no placement; everything else by name.
function orderOf(site: Site, by: LaneKind, labels: readonly string[]): readonly string[] {
  const { manifest } = site.snapshots.at();
  const order =
    by === 'region'
      ? manifest.readingOrder.map(name =>
          told([...manifest.regions, ...manifest.insertionPoints].find(each => each.name === name)?.label ?? name),
        )
      : site.settings.locales.map(each => each.name);
  const rank = (label: string) => (order.indexOf(label) + 1 || order.length + 1) - 1;
  return [...labels].sort((a, b) => rank(a) - rank(b) || a.localeCompare(b, site.ledger.baseLocale));
}
