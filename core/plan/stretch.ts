import type { Ledger } from '../ledger/ledger';
import type { LiveStretch } from '../ledger/stretches';
import type { Interval } from '../schedule/interval';

/** A stretch of time in which a record has one value. */
export interface Stretch<Value> extends Interval {
  readonly id: string;
  readonly value: Value;
}

const made = new WeakMap<LiveStretch, Stretch<unknown>>();

/** The stretches of a record that share time with a span, in order; the same object each time for the same stretch. */
export function stretchesWithin<Value>(ledger: Ledger, id: string, locale: string, span: Interval): readonly Stretch<Value>[] {
  const found: Stretch<Value>[] = [];
  for (const live of ledger.outlookOf(id, locale).stretches) {
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
