import type { PlannedRow } from '@contract/today';
import { kindNamed } from '@core/kinds/index';
import { toldOnce, type PlannedChange } from '@core/plan/changes';
import type { SitePlan } from '@core/plan/site-plan';
import { positionsOf } from '@core/reach/bit-set';
import type { PageFacts } from '@core/rule/where';
import type { Site } from '../site/site';
import { kindContext, namesFor, titleOf } from './names';

/**
 * The changes that readers will notice by themselves, each told of once and counted on the site as it will be.
 * @param planAt - a plan that holds a moment
 */
export function plannedRowsAmong(
  site: Site,
  changes: readonly PlannedChange[],
  planAt: (moment: number) => SitePlan,
): readonly PlannedRow[] {
  return toldOnce(changes)
    .filter(each => !wasDoneThen(site, each))
    .flatMap(each => plannedRow(site, each, planAt) ?? []);
}

/** Whether somebody made a change at the very instant at which it showed: it did not come by itself. */
function wasDoneThen({ ledger }: Site, { recordId, at }: PlannedChange): boolean {
  const entries = ledger.outlookOf(recordId, ledger.baseLocale).known.filter(each => each.from === at || each.until === at);
  return entries.length > 0 && entries.every(each => each.recordedAt >= at);
}

function plannedRow(site: Site, change: PlannedChange, planAt: (moment: number) => SitePlan): PlannedRow | null {
  const isEnding = change.what === 'ends' || change.what === 'closes';
  const pages = pagesOf(change, planAt, isEnding ? change.at - 1 : change.at);
  if (pages.length === 0) return null;
  const snapshot = site.snapshots.at();
  const first = pages.find(page => snapshot.pageById.has(page.id)) ?? pages.find(page => page.service === null) ?? null;
  return {
    at: change.at,
    recordId: change.recordId,
    kind: change.kind,
    title: titleOf(site, snapshot, change.kind, change.value),
    what: change.what,
    target: kindNamed(change.kind).whereabouts(change.value, kindContext(site, snapshot)),
    pageCount: pages.length,
    pageId: first?.id ?? null,
    pageTitle: first ? namesFor(site, snapshot).page(first.id) : '',
  };
}

/** The written pages that a change concerns at a moment. */
function pagesOf(change: PlannedChange, planAt: (moment: number) => SitePlan, moment: number): readonly PageFacts[] {
  const plan = planAt(moment);
  return positionsOf(kindNamed(change.kind).pagesAt(change.recordId, plan, moment)).flatMap(position => {
    const page = plan.universe.pages[position]!;
    return page.service === null ? [page] : [];
  });
}
