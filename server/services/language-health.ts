import type { Health } from '@contract/assembling';
import { countOf, listOf } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { coverageOf } from '@core/locale/coverage';
import { wordsMissingIn } from '@core/theme/words';
import type { Site } from '../site/site';
import { bestValueOf, titleOf } from './names';

type FindingRow = Health['findings'][number];

const day = 86_400_000;

/** For how long words may be behind what they were made from before that is something wrong, in days. */
export const mostDaysBehind = 30;

/** What is wrong with the site in its other locales: words long behind, and fixed words that nobody has said. */
export function languageFindings(site: Site): readonly FindingRow[] {
  const [, ...others] = site.settings.locales;
  return others
    .filter(each => each.state === 'open')
    .flatMap(({ tag, name }) => [...fixedWordsFindings(site, tag, name), ...behindFindings(site, tag, name)]);
}

function fixedWordsFindings({ theme, settings }: Site, tag: string, name: string): readonly FindingRow[] {
  const missing = wordsMissingIn(tag, theme.words, settings.themeWords);
  if (missing.length === 0) return [];
  const [first] = settings.locales;
  return [
    {
      kind: 'fixed words missing',
      sentence: `${name} lacks ${countOf(missing.length, 'fixed word')} of the theme, such as ${listOf(missing.slice(0, 3).map(each => `“${each}”`))}; they are read in another language.`,
      remedy: `Say them in Set-up, Languages. ${first!.name} has them all.`,
      recordId: '',
      recordKind: 'page',
      pageId: null,
      from: null,
    },
  ];
}

function behindFindings(site: Site, locale: string, name: string): readonly FindingRow[] {
  const { ledger } = site;
  const now = site.clocks.content();
  return [...ledger.publishedIn(locale)].flatMap((recordId): FindingRow[] => {
    if (ledger.localeOf(recordId) === locale) return [];
    const { kind } = ledger.records.get(recordId)!;
    const base = ledger.outlookOf(recordId).stretches.find(each => each.from <= now && now < each.until);
    if (!base || now - base.from < mostDaysBehind * day) return [];
    const value = bestValueOf(site, recordId);
    const [cell] = coverageOf(ledger, recordId, kindNamed(kind), value, [locale], now, site.registry);
    if (cell!.behind === 0) return [];
    const days = Math.floor((now - base.from) / day);
    return [
      {
        kind: 'words behind',
        sentence: `“${titleOf(site, site.snapshots.at(), kind, value)}” in ${name} has been behind what it was made from for ${countOf(days, 'day')}.`,
        remedy: 'Write it anew there, or say that it is still right.',
        recordId,
        recordKind: kind,
        pageId: null,
        from: null,
      },
    ];
  });
}
