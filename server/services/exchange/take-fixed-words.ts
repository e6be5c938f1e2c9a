import { localeName } from '../names';
import { wordsByLocale } from '@contract/site';
import { fixedWordsIn, withFixedWord } from '@core/theme/fixed-words';
import { say } from '@core/tongue/say';
import type { ReadFile } from '@core/xliff/read';
import type { JudgedUnit, UnitOutcome } from '@core/xliff/take';
import type { Person } from '../../repositories/people-repository';
import type { SiteSettings } from '../../repositories/settings-repository';
import type { Site } from '../../site/site';
import { may } from '../rights';
import { fixedWordSources, fixedWordsOf } from './table';

/** Fixed words that came back: judged, and the settings with those that are taken. */
export interface JudgedFixedWords {
  readonly title: string;
  readonly units: readonly JudgedUnit[];
  readonly change: Partial<Pick<SiteSettings, 'siteWords' | 'themeWords'>>;
}

/** Which fixed words a part of a table is about; null for a record. */
export function fixedWordsNamed(id: string): 'site' | 'theme' | null {
  return id === fixedWordsOf.site ? 'site' : id === fixedWordsOf.theme ? 'theme' : null;
}

/** Holds fixed words that came back against those that there are. They are in force as soon as they are taken. */
export function judgeFixedWords(
  site: Site,
  person: Person,
  of: 'site' | 'theme',
  file: ReadFile,
  locale: string,
  takesConflict: (name: string) => boolean,
): JudgedFixedWords {
  const known = new Map(fixedWordsIn(locale, fixedWordSources(site)).flatMap(each => (each.of === of ? [[each.name, each]] : [])));
  const isAllowed = may(person, 'change the site');
  const key = of === 'site' ? 'siteWords' : 'themeWords';
  let words = site.settings[key];
  const units = file.units.map(({ id, line, source, target, fault }): JudgedUnit => {
    const word = known.get(id);
    const said = typeof target?.[0] === 'string' ? target[0].trim() : '';
    const judged = (outcome: UnitOutcome, detail = '') => ({ name: id, unit: id, line, outcome, detail });
    if (fault || !word) return judged('refused', fault || say`There is no such fixed word.`);
    if (said === '') return judged('nothing written');
    if (said === (word.own || word.followed)) return judged('the same');
    if (!isAllowed) return judged('refused', say`Fixed words are set by managers and administrators of the whole site.`);
    const next = withFixedWord(words, locale, id, said);
    const parsed = wordsByLocale.safeParse(next);
    if (!parsed.success) return judged('refused', parsed.error.issues[0]!.message);
    const isMoved = word.source !== source[0];
    if (!isMoved || takesConflict(id)) words = next;
    return judged(isMoved ? 'base moved' : 'taken');
  });
  return { title: say`Fixed words in ${localeName(site, locale)}`, units, change: words === site.settings[key] ? {} : { [key]: words } };
}
