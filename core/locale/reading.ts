import { inForceAt, type InForce } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { Instant } from '../schedule/local-time';
import { valueIn, type OwnWords } from './own-words';

/** What stands in for what a ledger has in force of a record in one locale: its words, or null where it is left out. */
export type LaidWords = ReadonlyMap<string, unknown>;

/** A record as it is read along a fallback chain. */
export interface Reading {
  /** Null where it is not there. */
  readonly value: unknown;
  /** The locales whose words it has, the nearest first; the one in which it began comes last. */
  readonly from: readonly string[];
}

/**
 * The locales whose publications decide how a record is read, the nearest first: those of the chain up to the one in which
 * it began, as far as anything of it was ever published there.
 * @param own - the locale in which it began
 * @param laid - words that stand in for those in force
 */
export function decidingLocales(
  ledger: Ledger,
  recordId: string,
  own: string,
  chain: readonly string[],
  laid?: LaidWords,
): readonly string[] {
  const end = chain.indexOf(own);
  return (end < 0 ? chain : chain.slice(0, end)).filter(locale => laid?.has(locale) || ledger.entriesOf(recordId, locale).length > 0);
}

/**
 * How a record is read along a chain. Where the nearest locale that says anything of it leaves it out, it is not there; where
 * none does, it follows the locale in which it began if the chain leads there, and is not there if not. Own words whose time
 * is over give way to what lies beneath them, or leave the record out, as their publication says.
 * @param chain - the nearest locale first
 * @param base - its whole value, in the locale in which it began; null where it is not live
 * @param stateIn - what is in force in one of the {@link decidingLocales}
 */
export function readAlong(
  ledger: Ledger,
  recordId: string,
  own: string,
  chain: readonly string[],
  base: unknown,
  stateIn: (locale: string) => InForce | { readonly state: 'laid'; readonly words: unknown },
  laid?: LaidWords,
): Reading {
  const gone: Reading = { value: null, from: [] };
  if (base === null) return gone;
  const words: OwnWords[] = [];
  const from: string[] = [];
  for (const locale of decidingLocales(ledger, recordId, own, chain, laid)) {
    const inForce = stateIn(locale);
    const isOut =
      inForce.state === 'retired' ||
      (inForce.state === 'expired' && inForce.entry.afterwards === 'nothing') ||
      (inForce.state === 'laid' && inForce.words === null);
    if (isOut && from.length === 0) return gone;
    if (inForce.state !== 'live' && !(inForce.state === 'laid' && inForce.words !== null)) continue;
    from.push(locale);
    words.push((inForce.state === 'laid' ? inForce.words : ledger.revision(inForce.revisionId).value) as OwnWords);
  }
  if (from.length === 0 && !chain.includes(own)) return gone;
  return { value: valueIn(base, words), from: [...from, own] };
}

/** How a record is read at a moment, and until when nothing published changes that. @param knownAt - see {@link inForceAt} */
export function readAt(
  ledger: Ledger,
  recordId: string,
  chain: readonly string[],
  moment: Instant,
  knownAt: Instant,
): Reading & { readonly until: Instant } {
  let until = Infinity;
  const stateIn = (locale: string): InForce => {
    const known = ledger.publicationsKnown(recordId, locale, knownAt);
    for (const { from, until: end } of known) for (const at of [from, end ?? Infinity]) if (at > moment && at < until) until = at;
    return inForceAt(known, moment);
  };
  const own = ledger.localeOf(recordId);
  const inForce = stateIn(own);
  const base = inForce.state === 'live' ? ledger.revision(inForce.revisionId).value : null;
  // Every deciding locale is asked, also where the record is gone: another may bring it back.
  for (const locale of decidingLocales(ledger, recordId, own, chain)) stateIn(locale);
  return { ...readAlong(ledger, recordId, own, chain, base, stateIn), until };
}
