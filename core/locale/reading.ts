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
  /** Its own words by locale, the nearest first; what none of them says is as it began. */
  readonly layers: readonly WordLayer[];
}

/** What a record says for itself in one locale of a chain. */
export interface WordLayer {
  readonly locale: string;
  readonly words: OwnWords['words'];
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
  const gone: Reading = { value: null, layers: [] };
  if (base === null) return gone;
  const said: OwnWords[] = [];
  const layers: WordLayer[] = [];
  for (const locale of decidingLocales(ledger, recordId, own, chain, laid)) {
    const inForce = stateIn(locale);
    const isOut = inForce.state === 'laid' ? inForce.words === null : leavesOut(inForce);
    if (isOut && layers.length === 0) return gone;
    if (inForce.state !== 'live' && !(inForce.state === 'laid' && inForce.words !== null)) continue;
    const held = (inForce.state === 'laid' ? inForce.words : ledger.revision(inForce.revisionId).value) as OwnWords;
    layers.push({ locale, words: held.words });
    said.push(held);
  }
  if (layers.length === 0 && !chain.includes(own)) return gone;
  return { value: valueIn(base, said), layers };
}

/** Whether what is in force of a record in a locale other than its own leaves it out there. */
export function leavesOut(inForce: InForce): boolean {
  return inForce.state === 'retired' || (inForce.state === 'expired' && inForce.entry.afterwards === 'nothing');
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
