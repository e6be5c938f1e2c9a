import { betweenLimits, type Between, type BetweenRow } from '@contract/between';
import { kinds } from '@core/kinds/index';
import { differencesBetween, type Difference } from '@core/site/between';
import type { SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { titleOf } from './names';
import { settingsBetween } from './settings-between';

/** The most pages that are named of where something comes or goes. */
const mostNamed = 5;

/** What changes on the site between two moments, read in a locale: past ones as readers had them, later ones as everything known has it. */
export async function between(
  site: Site,
  { from, until, locale = site.ledger.baseLocale }: { from: number; until: number; locale?: string | undefined },
): Promise<Between> {
  const [before, after] = [site.snapshots.readIn(locale, [], from), site.snapshots.readIn(locale, [], until)];
  const seen = kinds.filter(each => !each.isUnseen).map(each => each.name);
  const all = differencesBetween(before, after, seen);
  const shown = all.slice(0, betweenLimits.rows);
  const rows = await Promise.all(shown.map((each, index) => rowOf(site, before, after, each, index < betweenLimits.inWords)));
  return { rows, count: all.length, settings: settingsBetween(site, from, until) };
}

async function rowOf(site: Site, before: SiteSnapshot, after: SiteSnapshot, each: Difference, isInWords: boolean): Promise<BetweenRow> {
  const { recordId, kind, what, gained, lost } = each;
  return {
    recordId,
    kind,
    title: titleOf(site, each.after === null ? before : after, kind, each.after ?? each.before),
    what,
    fields: what === 'changes' && isInWords ? await describeChanges(site, after, kind, each.before, each.after) : [],
    gained: pagesIn(after, gained),
    lost: pagesIn(before, lost),
  };
}

function pagesIn({ pageById }: SiteSnapshot, ids: readonly string[]): BetweenRow['gained'] {
  return { count: ids.length, first: ids.slice(0, mostNamed).map(id => ({ id, title: pageById.get(id)!.value.title })) };
}
