import type { PlannedMove, TimesCheck } from '@contract/rescheduling';
import { changesAmong, toldOnce, type PlannedChange } from '@core/plan/changes';
import { groupBy } from '@core/collection/group-by';
import type { Ledger } from '@core/ledger/ledger';
import type { Site } from '../site/site';
import { breachesOf } from './expectations';
import { titleOf } from './names';
import { readAs } from './own-words';
import type { Publication } from './publication';

/** The most changes that are told of on either side. */
const mostTold = 40;

/** What a publication at other times than before breaks and covers, what no longer comes by itself, and what comes instead. */
export async function timesCheckOf(site: Site, publication: Publication): Promise<TimesCheck> {
  const { gone, come } = movedBy(site, publication);
  return {
    ...(await breachesOf(site, publication)),
    covers: publication.covers.map(each => ({ ...each, toSettle: null })),
    waits: [],
    beyond: null,
    gone: gone.slice(0, mostTold),
    come: come.slice(0, mostTold),
  };
}

function movedBy(site: Site, { changes, entries, after }: Publication): Pick<TimesCheck, 'gone' | 'come'> {
  const now = site.clocks.content();
  const idsIn = groupBy(changes, each => each.locale ?? site.ledger.localeOf(each.recordId));
  const standing = [...idsIn].flatMap(([locale, some]) => some.flatMap(each => site.ledger.outlookOf(each.recordId, locale).known));
  const edges = [...standing, ...entries].flatMap(each => [each.from, each.until ?? each.from]);
  const span = { from: now + 1, until: Math.max(now, ...edges) + 1 };
  const told = (ledger: Ledger) =>
    [...idsIn].flatMap(([locale, some]) => {
      const ids = some.map(each => each.recordId);
      return toldOnce(changesAmong(ledger, ids, span, locale)).map(each => moveOf(site, locale, each));
    });
  const [before, then] = [told(site.ledger), told(after)];
  const keys = (moves: readonly PlannedMove[]) => new Set(moves.map(keyOf));
  const [inBefore, inThen] = [keys(before), keys(then)];
  return { gone: before.filter(each => !inThen.has(keyOf(each))), come: then.filter(each => !inBefore.has(keyOf(each))) };
}

function keyOf({ at, recordId, what }: PlannedMove): string {
  return `${at} ${recordId} ${what}`;
}

function moveOf(site: Site, locale: string, { at, recordId, kind, what, value }: PlannedChange): PlannedMove {
  return { at, recordId, kind, what, title: titleOf(site, site.snapshots.at(), kind, readAs(site, { recordId, locale }, value)) };
}
