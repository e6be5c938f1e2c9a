import { almanacLimits, longestSpan, type Almanac, type AlmanacBar, type AlmanacQuery } from '@contract/almanac';
import { groupBy } from '@core/collection/group-by';
import { kindNamed } from '@core/kinds/index';
import { targetOf } from '@core/kinds/placement/target';
import { barsWithin, type PlanBar } from '@core/plan/bars';
import { changesWithin } from '@core/plan/changes';
import { cliffsAmong } from '@core/plan/cliffs';
import type { LaneKind } from '@core/plan/lanes';
import type { Interval } from '@core/schedule/interval';
import { labelOfTarget } from '@core/theme/manifest';
import { capitalised, say, told } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { isOfOwnWords, overlayOf } from './edition-lookups';
import { healthOf } from './health';
import { bestValueOf, localeName, nameOfPerson, titleOf } from './names';
import { plansWithin } from './plan';
import { plannedRowsAmong } from './planned-rows';

/** How many things end on one day before it is told of. */
const leastOfCliff = 3;

/** A bar with what decides in which lane it stands. */
interface Laid extends Pick<PlanBar, 'recordId' | 'kind' | 'locale' | 'value'> {
  readonly bar: AlmanacBar;
  readonly by: string;
}

/** Everything that readers have and will have within a span of time, in lanes, and what changes by itself. */
export async function almanacOf(site: Site, { from, until, by }: AlmanacQuery): Promise<Almanac> {
  if (until <= from || until - from > longestSpan * 86_400_000)
    throw new Refusal('invalid', say`The Almanac shows up to ${longestSpan} days at once.`, [
      { pointer: '/until', detail: say`After the beginning, and at most ${longestSpan} days.` },
    ]);
  const span = { from, until };
  const now = site.clocks.content();
  const { bars, steady } = barsWithin(site.ledger, span);
  const isTold = ({ kind, recordId }: PlanBar) => !kindNamed(kind).isUnseen && site.ledger.records.has(recordId);
  const drawn = [...bars.filter(isTold).map(each => laid(site, each, span, now)), ...proposedWithin(site, span)];
  const shown = drawn.slice(0, almanacLimits.bars);
  const laneOf = lanesBy(site, by);
  const lanes = groupBy(shown, laneOf);
  const steadyIn = groupBy(
    steady.filter(isTold).map(each => laid(site, each, span, now)),
    laneOf,
  );
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
      bars: lanes.get(label)!.map(each => each.bar),
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

function laid(site: Site, { recordId, kind, locale, value, entry, ...time }: PlanBar, span: Interval, now: number): Laid {
  const state = time.until <= now ? 'expired' : time.from > now ? 'scheduled' : 'live';
  return {
    recordId,
    kind,
    locale,
    value,
    by: entry?.recordedBy ?? '',
    bar: {
      ...aboutBar(site, recordId, kind, locale, value),
      from: Math.max(time.from, span.from - 1),
      until: time.until === Infinity ? null : time.until,
      state,
      editionId: entry?.editionId ?? null,
    },
  };
}

// What is only proposed is drawn from the day that is wished for.
function proposedWithin(site: Site, span: Interval): readonly Laid[] {
  return site.ledger.openProposals().flatMap((proposal): readonly Laid[] => {
    const { wishedFrom } = site.ledger.editions.get(proposal.editionId)!;
    if (wishedFrom === null || wishedFrom < span.from || wishedFrom >= span.until) return [];
    const { recordId, kind, value } = overlayOf(site, proposal);
    const { locale, editionId, createdBy: by } = proposal;
    const said = value ?? bestValueOf(site, recordId);
    const bar: AlmanacBar = {
      ...aboutBar(site, recordId, kind, locale, said),
      from: wishedFrom,
      until: null,
      state: 'proposed',
      editionId,
    };
    return [{ recordId, kind, locale, value: said, by, bar }];
  });
}

function aboutBar(
  site: Site,
  recordId: string,
  kind: PlanBar['kind'],
  locale: string,
  value: unknown,
): Pick<AlmanacBar, 'recordId' | 'kind' | 'title' | 'pageId'> {
  const snapshot = site.snapshots.at();
  const isOwn = isOfOwnWords(site, { recordId, locale });
  const said = isOwn ? bestValueOf(site, recordId) : value;
  const title = titleOf(site, snapshot, kind, said);
  const [pageId = null] = kindNamed(kind).pagesToSee(recordId, said, snapshot);
  return { recordId, kind, title: isOwn ? say`${title} in ${localeName(site, locale)}` : title, pageId };
}

// In which lane something stands, by its label.
function lanesBy(site: Site, by: LaneKind): (each: Laid) => string {
  const snapshot = site.snapshots.at();
  switch (by) {
    case 'region':
      return each => {
        const target = targetOf(each);
        return target ? told(labelOfTarget(snapshot.manifest, target)) : capitalised(told(each.kind));
      };
    case 'section':
      return ({ bar }) => {
        const section = snapshot.pageById.get(bar.pageId ?? '')?.facts.lineage.at(-2) ?? snapshot.front?.id ?? '';
        return snapshot.pageById.get(section)?.value.title ?? say`nowhere yet`;
      };
    case 'person':
      return each => nameOfPerson(site, each.by);
    case 'edition':
      return ({ bar }) => site.ledger.editions.get(bar.editionId ?? '')?.title ?? say`no edition`;
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
