import type { Words, WordsField } from '@contract/languages';
import { compareWords } from '@core/compare/compare';
import { namedPage } from '@core/kinds/effect';
import { kindNamed } from '@core/kinds/index';
import type { Ledger } from '@core/ledger/ledger';
import type { Proposal } from '@core/ledger/records';
import { isOpen } from '@core/ledger/ledger';
import { inForceAt } from '@core/ledger/in-force';
import { decidingLocales, leavesOut } from '@core/locale/reading';
import { saidIn, type OwnWords } from '@core/locale/own-words';
import { fallbackChain } from '@core/locale/site-locale';
import { fieldState, writableFields } from '@core/locale/translation';
import { say } from '@core/tongue/say';
import { movesOf } from './edition-views';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf, liveRevisionId } from './edition-lookups';
import { bestValueOf, localeName, nameOfPerson, titleOf } from './names';
import { newestBase, refuseUnknownLocale } from './own-words';

/**
 * A record as whoever writes it in a locale meets it: field by field what it says there, what it follows and from where, and
 * what has changed of what its words were made from.
 * @throws Refusal when there is no such record or locale, or it began in that locale
 */
export async function readWords(site: Site, person: Person, id: string, locale: string): Promise<Words> {
  const kind = kindOf(site, id);
  const { ledger, settings } = site;
  refuseUnknownLocale(site, locale, '/locale');
  const baseLocale = ledger.localeOf(id);
  if (locale === baseLocale) throw new Refusal('conflict', say`It began in ${localeName(site, locale)}: it is written there as a whole.`);
  const now = site.clocks.content();
  const base = bestValueOf(site, id);
  const inForce = ledger.inForce(id, now, Infinity, locale);
  const own = inForce.state === 'live' ? (ledger.revision(inForce.revisionId).value as OwnWords) : null;
  const proposals = ledger.openProposalsOf(id).filter(each => each.locale === locale && isOpen(each));
  const { words: shown } = wordsToWriteOn(site, person, id, locale);
  await readSources(site, [shown]);
  const above = layersAbove(ledger, id, fallbackChain(locale, settings.locales, ledger.baseLocale), now);
  const snapshot = site.snapshots.readIn(locale, []);
  const fields = writableFields(kindNamed(kind), base, site.registry).map((field): WordsField => {
    const [followed, followedFrom] = followedIn(above, base, baseLocale, field.name);
    const state = fieldState(base, shown, field);
    return {
      ...field,
      state,
      base: saidIn(base, field.name),
      followed,
      followedFrom,
      sourceChange: state === 'behind' ? [...sourceChange(site, shown!, base, field.name)] : [],
    };
  });
  const revisions = [...ledger.revisionsOf(id, locale)].reverse();
  return {
    id,
    kind,
    title: titleOf(site, site.snapshots.at(), kind, base),
    locale,
    baseLocale,
    baseRevisionId: newestBase(site, id)!.id,
    fields,
    state: leavesOut(inForce) ? 'out' : own ? 'own' : 'follows',
    live: inForce.state === 'live' ? { revisionId: inForce.revisionId, value: own } : null,
    proposals: proposals.map(({ id: proposalId, editionId, stage, headRevisionId, baseRevisionId, createdBy, retires }) => ({
      id: proposalId,
      editionId,
      stage,
      headRevisionId,
      value: retires ? null : ledger.revision(headRevisionId).value,
      author: { id: createdBy, name: nameOfPerson(site, createdBy) },
      isOwn: createdBy === person.id,
      moves: [...movesOf(site, person, editionId)],
      retires,
      baseMoved: liveRevisionId(site, id, now, locale) !== baseRevisionId,
    })),
    pages: kindNamed(kind)
      .pagesToSee(id, base, snapshot)
      .flatMap(each => {
        const page = snapshot.pageById.get(each);
        return page ? [namedPage(page)] : [];
      }),
    revisions: revisions.map(each => ({
      id: each.id,
      createdAt: each.createdAt,
      author: nameOfPerson(site, each.createdBy),
      note: each.note,
      isLive: inForce.state === 'live' && inForce.revisionId === each.id,
    })),
  };
}

/** Own words as somebody would go on writing them. */
export interface WordsToWriteOn {
  /** Null where there are none. */
  readonly words: OwnWords | null;
  readonly revisionId: string | null;
  /** The open proposal that they stand in; null where they are live, or there are none. */
  readonly proposal: Proposal | null;
}

/** The newest own words of a record in a locale: of one's own proposal, else of another's, else what is live. */
export function wordsToWriteOn({ ledger, clocks }: Site, person: Person, id: string, locale: string): WordsToWriteOn {
  const open = ledger.openProposalsOf(id).filter(each => each.locale === locale && isOpen(each) && !each.retires);
  const proposal = open.find(each => each.createdBy === person.id) ?? open[0] ?? null;
  const inForce = ledger.inForce(id, clocks.content(), Infinity, locale);
  const revisionId = proposal?.headRevisionId ?? (inForce.state === 'live' ? inForce.revisionId : null);
  return { words: revisionId === null ? null : (ledger.revision(revisionId).value as OwnWords), revisionId, proposal };
}

/** Own words of the locales between this one and the one in which a record began, the nearest first. */
type Layers = readonly { readonly locale: string; readonly words: OwnWords['words'] }[];

function layersAbove(ledger: Ledger, id: string, chain: readonly string[], now: number): Layers {
  return decidingLocales(ledger, id, ledger.localeOf(id), chain.slice(1)).flatMap(locale => {
    const inForce = inForceAt(ledger.publicationsKnown(id, locale, Infinity), now);
    return inForce.state === 'live' ? [{ locale, words: (ledger.revision(inForce.revisionId).value as OwnWords).words }] : [];
  });
}

function followedIn(above: Layers, base: unknown, baseLocale: string, name: string): readonly [unknown, string] {
  const layer = above.find(({ words }) => Object.hasOwn(words, name));
  return layer ? [layer.words[name], layer.locale] : [saidIn(base, name), baseLocale];
}

/** Reads the old revisions that own words were made from, which are not held. */
export async function readSources(site: Site, all: readonly (OwnWords | null)[]): Promise<void> {
  const ids = new Set(all.flatMap(own => Object.values(own?.madeFrom ?? {}).map(each => each.revision)));
  await site.history.read([...ids].flatMap(id => site.ledger.revisions.get(id) ?? []));
}

function sourceChange(site: Site, own: OwnWords, base: unknown, name: string): ReturnType<typeof compareWords> {
  const source = site.ledger.revisions.get(own.madeFrom[name]!.revision)?.value;
  return compareWords(source ? saidIn(source, name) : '', saidIn(base, name));
}
