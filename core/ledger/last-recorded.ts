import type { Instant } from '../schedule/local-time';
import type { Ledger } from './ledger';

const known = new WeakMap<Ledger, { readonly version: number; readonly at: Instant }>();

/** When the last publication was recorded; minus infinity where there is none. */
export function lastRecorded(ledger: Ledger): Instant {
  const { publishedVersion: version } = ledger;
  const kept = known.get(ledger);
  if (kept?.version === version) return kept.at;
  let at = -Infinity;
  for (const id of ledger.records.keys())
    for (const locale of ledger.localesPublished(id))
      for (const { recordedAt } of ledger.entriesOf(id, locale)) at = Math.max(at, recordedAt);
  known.set(ledger, { version, at });
  return at;
}
