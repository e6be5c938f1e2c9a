import { inForceAt, knownAtFor } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { Instant } from '../schedule/local-time';
import type { PageValue } from './page';

/** A page that was live and is over, and says what readers get then. */
export interface PageOver {
  readonly id: string;
  /** The last instant at which readers had it. */
  readonly lastAt: Instant;
}

/**
 * The pages that are over at a moment and say what readers get then, by the last part of the addresses that they had, in any
 * locale; those that ended last come first.
 */
export function pagesOver(ledger: Ledger, moment: Instant, now: Instant): ReadonlyMap<string, readonly PageOver[]> {
  const bySegment = new Map<string, PageOver[]>();
  const knownAt = knownAtFor(moment, now);
  for (const { id } of ledger.recordsOf('page')) {
    const known = ledger.publicationsKnown(id, ledger.localeOf(id), knownAt);
    const inForce = inForceAt(known, moment);
    if (inForce.state !== 'expired' && inForce.state !== 'retired') continue;
    const last = known.find(entry => entry.revisionId !== null && entry.from <= moment);
    if (!last) continue;
    const value = ledger.revision(last.revisionId!).value as PageValue;
    if (!value.onceOver) continue;
    const over = { id, lastAt: (inForce.state === 'expired' ? inForce.entry.until! : inForce.entry.from) - 1 };
    for (const segment of new Set([value.segment, ...segmentsElsewhere(ledger, id, knownAt)])) {
      const list = bySegment.get(segment);
      if (list) list.push(over);
      else bySegment.set(segment, [over]);
    }
  }
  for (const list of bySegment.values()) list.sort((a, b) => b.lastAt - a.lastAt);
  return bySegment;
}

function segmentsElsewhere(ledger: Ledger, id: string, knownAt: Instant): readonly string[] {
  return ledger.localesPublished(id).flatMap(locale => {
    if (locale === ledger.localeOf(id)) return [];
    return ledger.publicationsKnown(id, locale, knownAt).flatMap(({ revisionId }) => {
      const own = revisionId === null ? null : (ledger.revision(revisionId).value as { words?: { segment?: unknown } } | null);
      return typeof own?.words?.segment === 'string' ? [own.words.segment] : [];
    });
  });
}
