import { numberOf } from '@core/format/moment';
import type { Drafts } from '@contract/bench';
import { kindNamed } from '@core/kinds/index';
import { saidIn } from '@core/locale/own-words';
import { isText, writableFields } from '@core/locale/translation';
import { mapText, segmentsOf, withSegments, type Pieces, wordsOfValue } from '@core/segments/segment';
import { termsIn } from '@core/segments/terms';
import { mayWrite } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf, writtenIn } from './edition-lookups';
import { bestValueOf, localeName } from './names';
import { refuseUnknownLocale } from './own-words';

/** The most characters that are given to a machine at once. */
const mostCharacters = 100_000;

/**
 * Drafts of a record's words by machine, links and emphasis kept. Nothing is stored: whoever asked goes on from them.
 * @throws Refusal when nothing is known of the language, or the person does not write it
 */
export async function draftWords(site: Site, person: Person, id: string, locale: string, names: readonly string[]): Promise<Drafts> {
  refuseUnknownLocale(site, locale, '/locale');
  const kind = kindOf(site, id);
  if (!mayWrite(person.grants, writtenIn(site, { kind, locale })))
    throw new Refusal('not-permitted', say`Your roles do not write in ${localeName(site, locale)}.`);
  const from = site.ledger.localeOf(id);
  const { drafter } = site;
  if (!drafter.knows(from, locale))
    throw new Refusal('conflict', say`${drafter.name} knows nothing of ${localeName(site, from)} into ${localeName(site, locale)}.`);
  const base = bestValueOf(site, id);
  const fields = writableFields(kindNamed(kind), base, site.registry).filter(
    field => names.includes(field.name) && field.mayDiffer && isText(field) && field.name !== 'segment',
  );
  const texts = new Set<string>();
  const collect = (text: string) => (texts.add(text), text);
  for (const { name } of fields) for (const { pieces } of segmentsOf(saidIn(base, name))) mapText(pieces, collect);
  const asked = [...texts];
  if (asked.reduce((sum, text) => sum + text.length, 0) > mostCharacters)
    throw new Refusal('too-large', say`A machine drafts at most ${numberOf(mostCharacters)} characters at once.`);
  const said = await drafter.draft(asked, from, locale, termsOf(site, asked.join('\n'), from, locale));
  const drafted = new Map(asked.map((text, at) => [text, said[at] ?? text]));
  const inWords = (pieces: Pieces) => mapText(pieces, text => drafted.get(text)!);
  const words = fields.map(({ name }) => {
    const held = saidIn(base, name);
    return [name, withSegments(held, new Map(segmentsOf(held).map(({ key, pieces }) => [key, inWords(pieces)])))] as const;
  });
  const changed = words.filter(([name, value]) => wordsOfValue(value) !== wordsOfValue(saidIn(base, name)));
  return { words: Object.fromEntries(changed), by: drafter.name };
}

function termsOf({ settings }: Site, text: string, from: string, locale: string): ReadonlyMap<string, string> {
  return new Map(termsIn(text, settings.terms, from, locale).map(({ term, forms }) => [term.toLowerCase(), forms[0]!]));
}
