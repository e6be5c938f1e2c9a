import type { Ledger } from '../ledger/ledger';
import { decidingLocales, readAt } from '../locale/reading';
import type { LiveStretch } from '../ledger/stretches';
import type { Interval } from '../schedule/interval';

/** A stretch of time in which a record has one value. */
export interface Stretch<Value> extends Interval {
  readonly id: string;
  readonly value: Value;
}

const made = new WeakMap<LiveStretch, Stretch<unknown>>();

/**
 * The stretches of a record that share time with a span, as it is read along a chain of locales, in order; the same object
 * each time for the same stretch where nothing but the locale in which it began decides.
 * @param chain - the nearest locale first
 */
export function stretchesWithin<Value>(ledger: Ledger, id: string, chain: readonly string[], span: Interval): readonly Stretch<Value>[] {
  const own = ledger.localeOf(id);
  if (!chain.includes(own) || decidingLocales(ledger, id, own, chain).length > 0) return stretchesRead(ledger, id, chain, span);
  const found: Stretch<Value>[] = [];
  for (const live of ledger.outlookOf(id).stretches) {
    if (live.until <= span.from || live.from >= span.until) continue;
    let stretch = made.get(live) as Stretch<Value> | undefined;
    if (!stretch) {
      stretch = { id, from: live.from, until: live.until, value: ledger.revision(live.revisionId).value as Value };
      made.set(live, stretch);
    }
    found.push(stretch);
  }
  return found;
}

// One that began in a locale beyond the chain is there while it has words of its own within it.
function stretchesRead<Value>(ledger: Ledger, id: string, chain: readonly string[], span: Interval): readonly Stretch<Value>[] {
  if (chain.every(locale => ledger.entriesOf(id, locale).length === 0)) return [];
  const found: Stretch<Value>[] = [];
  let from = -Infinity;
  while (from < span.until) {
    const { value, until } = readAt(ledger, id, chain, from, Infinity);
    const last = found.at(-1);
    if (value !== null && last?.until === from && last.value === value) found[found.length - 1] = { ...last, until };
    else if (value !== null && until > span.from) found.push({ id, from, until, value: value as Value });
    from = until;
  }
  return found;
}
