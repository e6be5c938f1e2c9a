import { isOfOwnWords } from './edition-lookups';
import { ownWords, valueSchema } from '@contract/values';
import { fieldsById } from '@core/fields/index';
import { kindNamed } from '@core/kinds/index';
import type { RecordKind, Revision } from '@core/ledger/records';
import { pseudoOf } from '@core/locale/pseudo-tags';
import { noOwnWords, valueIn, type OwnWords } from '@core/locale/own-words';
import { withSources, writableFields } from '@core/locale/translation';
import { valuesOfKind } from '@core/site/live-set';
import type { Overlay } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { faultsFromIssues, Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { bestValueOf } from './names';
import { kindSite } from './kind-site';
import { roleFaults, type ValidatedValue } from './validation';

/** Own words on their way to be saved, and what they were written beside. */
export interface WordsChange {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly locale: string;
  readonly value: unknown;
  readonly baseRevisionId: string | null;
  /** The revision, in the locale in which the record began, that whoever wrote them saw; null is the newest that counts. */
  readonly translatedFromId?: string | null;
  /** Names of words that were looked at and found still right. */
  readonly stillRight?: readonly string[];
}

/** Refuses a locale that the site does not have. */
export function refuseUnknownLocale(site: Site, locale: string | null | undefined, pointer: string): void {
  if (!locale) return;
  if (!site.settings.locales.some(each => each.tag === locale)) refuseInvalid([{ pointer, detail: say`The site has no such locale.` }]);
  if (pseudoOf(locale)) refuseInvalid([{ pointer, detail: say`Nobody writes in this locale: its words are made by a rule.` }]);
}

/** Own words that are fit to be stored, each with what it was made from; or what is wrong with their shape. */
export async function checkedWords(site: Site, change: WordsChange, prefix: readonly PropertyKey[]): Promise<ValidatedValue> {
  const parsed = ownWords(change.kind, site.registry).safeParse(change.value);
  if (!parsed.success) return { kind: 'faulty', faults: faultsFromIssues(parsed.error.issues, prefix) };
  const { words, drafted } = parsed.data as OwnWords;
  const base = await seenBase(site, change);
  const before = change.baseRevisionId === null ? undefined : site.ledger.revisions.get(change.baseRevisionId);
  if (before) await site.history.read([before]);
  const earlier = before?.recordId === change.recordId && before.locale === change.locale ? (before.value as OwnWords | null) : null;
  const fixed = fixedFaults(site, change.kind, base.value, words, earlier, prefix);
  if (fixed.length > 0) return { kind: 'faulty', faults: fixed };
  const fields = kindNamed(change.kind).fields?.(base.value, site.registry) ?? [];
  const typed = Object.fromEntries(
    Object.entries(words).flatMap(([name, said]) => (name.startsWith('fields.') ? [[name.slice(7), said]] : [])),
  );
  // What is named by an address is kept by its id, as everywhere.
  const byId = fieldsById(
    fields.filter(field => field.name in typed),
    typed,
    kindSite(site, site.snapshots.readIn(change.locale, [])),
  );
  const kept = { ...words, ...Object.fromEntries(Object.entries(byId).map(([name, said]) => [`fields.${name}`, said])) };
  return { kind: 'valid', value: withSources(kept, earlier, base, change.stillRight ?? [], drafted) };
}

// What was written while a field could differ stays until it is let follow again; it cannot be written anew.
function fixedFaults(
  site: Site,
  kind: RecordKind,
  base: unknown,
  words: OwnWords['words'],
  earlier: OwnWords | null,
  prefix: readonly PropertyKey[],
): readonly Fault[] {
  const open = new Set(writableFields(kindNamed(kind), base, site.registry).flatMap(each => (each.mayDiffer ? [each.name] : [])));
  const isAsBefore = (name: string) => earlier !== null && JSON.stringify(earlier.words[name]) === JSON.stringify(words[name]);
  return Object.keys(words)
    .filter(name => name.startsWith('fields.') && !open.has(name) && !isAsBefore(name))
    .map(name => ({ pointer: `/${prefix.join('/')}/words/${name}`, detail: say`It is the same in every locale.` }));
}

// What somebody says they saw is looked up, so that nothing counts as made from what was never there.
async function seenBase(site: Site, { recordId, translatedFromId }: WordsChange): Promise<{ revision: string; value: unknown }> {
  const own = site.ledger.revisionsOf(recordId);
  const seen = !translatedFromId ? newestBase(site, recordId) : own.find(each => each.id === translatedFromId);
  if (!seen)
    throw new Refusal('invalid', say`The words that these were made from are not there.`, [
      { pointer: '/translatedFromId', detail: say`No revision of this record in its own locale.` },
    ]);
  await site.history.read([seen]);
  return { revision: seen.id, value: seen.value };
}

/** The revision that own words are written beside: what is live, else the newest; undefined where nothing was ever written. */
export function newestBase(site: Site, recordId: string): Revision | undefined {
  const inForce = site.ledger.inForce(recordId, site.clocks.content(), Infinity);
  return inForce.state === 'live' ? site.ledger.revision(inForce.revisionId) : site.ledger.revisionsOf(recordId).at(-1);
}

/** A value as people compare it: of own words, what the record says with them over what it says in its own locale. */
export function readAs(site: Site, change: { readonly recordId: string; readonly locale?: string | null }, value: unknown): unknown {
  return isOfOwnWords(site, change) ? valueWith(site, change.recordId, value as OwnWords | null) : value;
}

/** A record's value as it is read with own words over what it says in its own locale. */
export function valueWith(site: Site, recordId: string, words: OwnWords | null): unknown {
  const base = bestValueOf(site, recordId);
  return base === null ? null : valueIn(base, [words ?? noOwnWords]);
}

/**
 * What is wrong with own words on the site as it is read in their locale: what they name must be there, and an address is
 * nobody else's. Only what they say is held against them.
 * @param overlays - all changes of the same edition
 */
export function wordsFaults(
  site: Site,
  person: Person | null,
  overlays: readonly Overlay[],
  change: Overlay & { readonly locale: string },
  baseRevisionId: string | null,
  prefix: string,
): readonly Fault[] {
  if (change.value === null) return leavingOutFaults(site, change, prefix);
  const snapshot = site.snapshots.readIn(change.locale, overlays);
  const words = change.value as OwnWords;
  const value = valuesOfKind(snapshot.values, change.kind).get(change.recordId) ?? valueWith(site, change.recordId, words);
  const parsed = valueSchema(change.kind, site.registry).safeParse(value);
  const faults: Fault[] = [
    ...(parsed.success ? [] : faultsFromIssues(parsed.error.issues)),
    ...kindNamed(change.kind).faults(change.recordId, value, kindSite(site, snapshot)),
    ...(person ? roleFaults(site, person, { ...change, value, baseRevisionId }, '') : []),
  ];
  return faults.flatMap(({ pointer, detail }) => {
    const name = nameOfPointer(pointer);
    return Object.hasOwn(words.words, name) ? [{ pointer: `${prefix}/words/${name}`, detail }] : [];
  });
}

// "/fields/body/content" is about "fields.body", "/title/own" about "title.own", "/title" about "title".
function nameOfPointer(pointer: string): string {
  const [field = '', part] = pointer.split('/').slice(1);
  return part !== undefined && (field === 'fields' || field === 'title') ? `${field}.${part}` : field;
}

function leavingOutFaults(site: Site, { recordId }: Overlay, prefix: string): readonly Fault[] {
  return site.snapshots.at().front?.id === recordId
    ? [
        {
          pointer: prefix.replace(/\/value$/, ''),
          detail: say`The front page cannot be left out of a locale: every address begins there. Switch the locale off instead.`,
        },
      ]
    : [];
}
