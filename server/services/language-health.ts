import type { Health } from '@contract/assembling';
import { countOf, listOf, quoted } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { coverageOf } from '@core/locale/coverage';
import { localeLedInto, writtenAddressesIn } from '@core/locale/foreign-links';
import type { SiteLocale } from '@core/locale/site-locale';
import { valuesOfKind } from '@core/site/live-set';
import type { PageNode } from '@core/site/snapshot';
import { saidByWord } from '@core/theme/own-labels';
import { wordsMissingIn } from '@core/theme/words';
import { say } from '@core/tongue/say';
import { shippedWords } from '../public/locales';
import type { Site } from '../site/site';
import { bestValueOf, titleOf } from './names';

type FindingRow = Health['findings'][number];

const day = 86_400_000;

/** What is wrong with the site in its other locales: words long behind, and fixed words that nobody has said. */
export function languageFindings(site: Site): readonly FindingRow[] {
  const [first, ...others] = site.settings.locales;
  if (others.length === 0) return [];
  return [
    ...linksElsewhere(site, first!),
    ...others
      .filter(each => each.state === 'open')
      .flatMap(locale => [
        ...fixedWordsFindings(site, locale.tag, locale.name),
        ...unwrittenFindings(site, locale),
        ...behindFindings(site, locale.tag, locale.name),
        ...linksElsewhere(site, locale),
      ]),
  ];
}

function fixedWordsFindings(site: Site, tag: string, name: string): readonly FindingRow[] {
  const { settings } = site;
  const missing = wordsMissingIn(tag, shippedWords(site), settings.themeWords);
  if (missing.length === 0) return [];
  const [first] = settings.locales;
  return [
    {
      kind: 'fixed words missing',
      sentence: say`${name} lacks ${countOf(missing.length, 'fixed word')}, such as ${listOf(missing.slice(0, 3).map(each => quoted(saidByWord(each))))}; they are read in another language.`,
      remedy: say`Say them in Set-up, Languages. ${first!.name} has them all.`,
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
    if (!base || now - base.from < site.settings.behindAfterDays * day) return [];
    const value = bestValueOf(site, recordId);
    const [cell] = coverageOf(ledger, recordId, kindNamed(kind), value, [locale], now, site.registry);
    if (cell!.behind === 0) return [];
    const days = Math.floor((now - base.from) / day);
    return [
      {
        kind: 'words behind',
        sentence: say`“${titleOf(site, site.snapshots.at(), kind, value)}” in ${name} has been behind what it was made from for ${countOf(days, 'day')}.`,
        remedy: say`Write it anew there, or say that it is still right.`,
        recordId,
        recordKind: kind,
        pageId: null,
        from: null,
      },
    ];
  });
}

// Only where somebody said that everything is to be written: many locales follow another on purpose.
function unwrittenFindings(site: Site, { tag, name, isWhole }: SiteLocale): readonly FindingRow[] {
  if (!isWhole) return [];
  const { pages } = site.snapshots.readIn(tag, []);
  const isUnwritten = ({ id, value }: PageNode) =>
    site.ledger.localeOf(id) !== tag &&
    coverageOf(site.ledger, id, kindNamed('page'), bestValueOf(site, id) ?? value, [tag], site.clocks.content(), site.registry)[0]!.own ===
      0;
  const unwritten = pages.filter(isUnwritten);
  if (unwritten.length === 0) return [];
  const titles = listOf(unwritten.slice(0, 3).map(each => quoted(each.value.title)));
  return [
    {
      kind: 'not written',
      sentence: say`${countOf(unwritten.length, 'page')} of ${pages.length} have no words of their own in ${name}, such as ${titles}; everything is to be written in it.`,
      remedy: say`Write them in Languages, or say in Set-up that not everything need be.`,
      recordId: unwritten[0]!.id,
      recordKind: 'page',
      pageId: unwritten[0]!.id,
      from: null,
    },
  ];
}

function linksElsewhere(site: Site, { tag, name }: SiteLocale): readonly FindingRow[] {
  const { settings, publicAddress, ledger } = site;
  const snapshot = site.snapshots.readIn(tag, []);
  return ['page', 'block', 'menu'].flatMap(kind =>
    [...valuesOfKind(snapshot.values, kind)].flatMap(([recordId, value]): FindingRow[] => {
      // What follows another language is told of there.
      if (ledger.localeOf(recordId) !== tag && ledger.inForce(recordId, snapshot.moment, Infinity, tag).state !== 'live') return [];
      const addresses = writtenAddressesIn(value);
      const into = addresses.map(address => localeLedInto(address, tag, settings.locales, publicAddress));
      const at = into.findIndex(each => each !== null);
      if (at < 0) return [];
      return [
        {
          kind: 'link into another language',
          sentence: say`“${titleOf(site, snapshot, kind, value)}” in ${name} leads into ${into[at]!.name} (${addresses[at]!}).`,
          remedy: say`Choose the page itself for the link: it leads to the language that is being read.`,
          recordId,
          recordKind: kind,
          pageId: kindNamed(kind).isAddressed ? recordId : null,
          from: null,
        },
      ];
    }),
  );
}
