import type { Undoing } from '@contract/assembling';
import { noOwnWords } from '@core/locale/own-words';
import { inForceAt, publicationsKnown } from '@core/ledger/in-force';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { editionOf, kindOf, liveRevisionId } from './edition-lookups';
import { bestValueOf, nameOfPerson, titleOf } from './names';

/**
 * The changes that put everything an edition published back to what it was just before: what was live then comes back,
 * what was not is taken off. They are new changes like any others; nothing of the past is rewritten. Nothing is stored.
 * @throws Refusal when it published nothing, or nothing of it is left to undo
 */
export async function undoingOf(site: Site, editionId: string): Promise<Undoing> {
  editionOf(site, editionId);
  const now = site.clocks.content();
  const published = site.ledger.proposalsOfEdition(editionId).flatMap(({ recordId, locale, headRevisionId, retires }) => {
    const entries = site.ledger.entriesOf(recordId, locale);
    const own = entries.filter(each => each.editionId === editionId);
    if (own.length === 0) return [];
    const first = Math.min(...own.map(each => each.number));
    const before = inForceAt(
      publicationsKnown(
        entries.filter(each => each.number < first),
        Infinity,
      ),
      Math.min(...own.map(each => each.from)),
    );
    const isOwnWords = locale !== site.ledger.localeOf(recordId);
    // Words that there were none of before are no words again; what was left out stays left out.
    const follows = isOwnWords && before.state === 'never';
    return [
      {
        recordId,
        locale,
        isOwnWords,
        follows,
        madeId: retires ? null : headRevisionId,
        earlierId: before.state === 'live' ? before.revisionId : null,
      },
    ];
  });
  if (published.length === 0) throw new Refusal('move-refused', say`It has published nothing that could be undone.`);
  await site.history.read(published.flatMap(({ earlierId }) => (earlierId === null ? [] : [site.ledger.revision(earlierId)])));
  const snapshot = site.snapshots.at();
  const undone = published.map(({ recordId, locale, isOwnWords, follows, madeId, earlierId }) => {
    const kind = kindOf(site, recordId);
    const live = liveRevisionId(site, recordId, now, locale);
    const title = titleOf(site, snapshot, kind, bestValueOf(site, recordId));
    const [last] = [...site.ledger.revisionsOf(recordId, locale)].slice(-1);
    return {
      isDone: isSame(site, live, earlierId) && !follows,
      // What somebody has changed since would be lost by it, so that is said.
      since:
        live === madeId || live === earlierId || !last
          ? ''
          : say`“${title}” has been changed since by ${nameOfPerson(site, last.createdBy)}.`,
      change: {
        recordId,
        kind,
        title,
        ...(isOwnWords ? { locale } : {}),
        value: earlierId === null ? (follows ? noOwnWords : null) : site.ledger.revision(earlierId).value,
        retires: earlierId === null && !follows,
        baseRevisionId: live ?? last?.id ?? null,
      },
    };
  });
  const left = undone.filter(each => !each.isDone);
  if (left.length === 0) throw new Refusal('move-refused', say`All of it is as it was before already.`);
  return { changes: left.map(each => each.change), changedSince: left.flatMap(each => (each.since ? [each.since] : [])) };
}

function isSame(site: Site, one: string | null, other: string | null): boolean {
  if (one === null || other === null) return one === other;
  return one === other || JSON.stringify(site.ledger.revision(one).value) === JSON.stringify(site.ledger.revision(other).value);
}
