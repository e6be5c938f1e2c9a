import type { CoverageCell, CoverageTable, LocalesReport } from '@contract/languages';
import type { RecordDetail } from '@contract/messages';
import { countOf, listOf, quoted } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { localeFaults } from '@core/locale/faults';
import { fallbackChain, localeNamed, prefixOf, withFormerPrefixes, writtenLocales, type SiteLocale } from '@core/locale/site-locale';
import { coverageOf, fieldsToWrite, type Coverage } from '@core/locale/coverage';
import { say, told, word } from '@core/tongue/say';
import { refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';
import { bestValueOf, titleOf } from './names';
import { isKept, lastChange } from './record-facts';
import { refuseUnless } from './rights';

/** Sets the locales of a site. What is written in one that is taken off stays, and comes back with it. */
export async function saveLocales(site: Site, person: Person, locales: readonly SiteLocale[]): Promise<void> {
  refuseUnless(person, 'change the site');
  refuseFaulty(site, locales);
  await site.writes.run(() => changeSettings(site, { locales: withFormerPrefixes(site.settings.locales, locales) }));
}

/** What other locales would do, before anybody sets them. */
export function reportLocales(site: Site, locales: readonly SiteLocale[]): LocalesReport {
  refuseFaulty(site, locales);
  const before = site.settings.locales;
  const pages = (tag: string) => site.snapshots.readIn(tag, []).pages.length;
  const sentences: string[] = [];
  for (const next of locales) {
    const known = localeNamed(before, next.tag);
    if (!known) sentences.push(addedWords(next, pages(before[0]!.tag)));
    else sentences.push(...changedWords(known, next, pages(next.tag)));
    const [old, now] = [fallbackChain(next.tag, before, before[0]!.tag), fallbackChain(next.tag, locales, locales[0]!.tag)];
    if (known && old.slice(1).join() !== now.slice(1).join()) {
      const names = now.slice(1).map(tag => localeNamed(locales, tag)?.name ?? tag);
      sentences.push(say`What ${next.name} has no words for is read in ${listOf(names, 'or')}.`);
    }
  }
  for (const gone of before.filter(each => !localeNamed(locales, each.tag)))
    sentences.push(
      say`${gone.name} is taken off: its addresses, ${countOf(pages(gone.tag), 'page')}, lead nowhere. What is written in it stays, and comes back with it.`,
    );
  if (locales[0]!.tag !== before[0]!.tag) sentences.push(...firstWords(site, locales[0]!));
  return { sentences };
}

function refuseFaulty(site: Site, locales: readonly SiteLocale[]): void {
  const snapshot = site.snapshots.at();
  const faults = localeFaults(locales, path => snapshot.pageByPath.get(path)?.value.title ?? null);
  if (faults.length > 0) refuseInvalid(faults.map(({ pointer, detail }) => ({ pointer: `/locales${pointer}`, detail })));
}

function addedWords(locale: SiteLocale, count: number): string {
  const where = locale.host !== '' ? say`at ${locale.host}` : say`at ${prefixOf(locale)}`;
  const who = locale.state === 'open' ? say`everybody` : locale.state === 'staff' ? say`the staff` : say`nobody yet`;
  return say`${locale.name} comes: ${countOf(count, 'page')} ${where}, read by ${who}. Nothing is written in it, so all of it follows.`;
}

const readBy = { open: word`everybody`, staff: word`the staff alone`, off: word`nobody` } as const;

function changedWords(before: SiteLocale, after: SiteLocale, count: number): readonly string[] {
  const sentences: string[] = [];
  const place = (each: SiteLocale) => each.host || prefixOf(each) || say`the site’s own addresses`;
  if (place(before) !== place(after))
    sentences.push(
      say`${countOf(count, 'page')} in ${after.name} move from ${place(before)} to ${place(after)}; ${before.prefix === '' ? say`the old addresses lead nowhere` : say`the old addresses lead on`}.`,
    );
  if (before.state !== after.state)
    sentences.push(say`${after.name} is read by ${told(readBy[after.state])} (before: ${told(readBy[before.state])}).`);
  if (before.direction !== after.direction)
    sentences.push(say`${after.name} is set from ${after.direction === 'rtl' ? say`right to left` : say`left to right`}.`);
  return sentences;
}

// Records stay in the locale in which they began; what has no words in the new first one is not to be read there.
function firstWords(site: Site, first: SiteLocale): readonly string[] {
  const { ledger } = site;
  const live = site.snapshots.at().pages;
  const without = live.filter(
    ({ id }) => ledger.localeOf(id) !== first.tag && ledger.inForce(id, site.clocks.content(), Infinity, first.tag).state !== 'live',
  );
  return [
    say`${first.name} becomes the first locale: it has the addresses without a prefix, and everything ends by following it.`,
    without.length === 0
      ? say`Every live page has words in it.`
      : say`${countOf(without.length, 'page')} of ${live.length} have no words in it yet and would not be read in it: ${listOf(without.slice(0, 3).map(page => quoted(page.value.title)))}${without.length > 3 ? say` and others` : ''}.`,
  ];
}

/** How far every record of a kind is written in every locale. Readers get their turn while it is worked out. */
export async function coverageTable(site: Site, kind: string): Promise<CoverageTable> {
  const rest = site.turns.begin();
  const locales = writtenLocales(site.settings.locales).map(each => each.tag);
  const snapshot = site.snapshots.at();
  const order = new Map(snapshot.pages.map((page, at) => [page.id, at]));
  const rows: CoverageTable['rows'] = [];
  for (const { id } of [...site.ledger.recordsOf(kind)]) {
    await rest();
    const value = bestValueOf(site, id) as { readonly type?: string } | null;
    if (value === null || !isKept(site, id)) continue;
    const page = snapshot.pageById.get(id);
    rows.push({
      id,
      title: titleOf(site, snapshot, kind, value),
      type: value.type ?? '',
      path: page?.address ?? '',
      depth: page?.depth ?? 0,
      section: page ? (page.facts.lineage.at(-2) ?? page.id) : '',
      cells: coverageFor(site, id, kind, value, locales).map(cellOf),
      ...lastChange(site, id),
    });
  }
  rows.sort(
    (a, b) => (order.get(a.id) ?? Infinity) - (order.get(b.id) ?? Infinity) || a.title.localeCompare(b.title, site.ledger.baseLocale),
  );
  return { locales: [...locales], rows };
}

/** How far one record is written in every locale but the one in which it began; empty where nothing of it differs by locale. */
export function otherLocalesOf(site: Site, id: string, kind: string): RecordDetail['inLocales'] {
  const value = bestValueOf(site, id);
  if (value === null || fieldsToWrite(kindNamed(kind), value, site.registry).length === 0) return [];
  const locales = writtenLocales(site.settings.locales).map(each => each.tag);
  return coverageFor(site, id, kind, value, locales).flatMap(({ state, ...rest }, at) =>
    state === 'base' ? [] : [{ tag: locales[at]!, state, ...rest }],
  );
}

interface KeptCoverage {
  readonly locales: string;
  readonly rows: Map<string, { readonly base: unknown; readonly cells: readonly Coverage[] }>;
  version: number;
  until: number;
}

const kept = new WeakMap<Site['ledger'], KeptCoverage>();

// What was not written since comes out the same, until something that is planned comes or goes.
function coverageFor(site: Site, id: string, kind: string, base: unknown, locales: readonly string[]): readonly Coverage[] {
  const { ledger } = site;
  const now = site.clocks.content();
  let known = kept.get(ledger);
  const changed = known && known.locales === locales.join() && now < known.until ? ledger.changedSince(known.version) : null;
  if (!known || changed === null) {
    known = { locales: locales.join(), rows: new Map(), version: ledger.version, until: Infinity };
    kept.set(ledger, known);
  } else for (const each of changed) known.rows.delete(each);
  known.version = ledger.version;
  const row = known.rows.get(id);
  if (row && row.base === base) return row.cells;
  const cells = coverageOf(ledger, id, kindNamed(kind), base, locales, now, site.registry);
  for (const locale of ledger.localesPublished(id))
    known.until = Math.min(known.until, ledger.outlookOf(id, locale).boundaries.find(at => at > now) ?? Infinity);
  known.rows.set(id, { base, cells });
  return cells;
}

const letters = { base: 'b', out: 'x', own: 'o', part: 'p', follows: 'f' } as const;

function cellOf({ state, own, of, behind, isWaiting }: Coverage): CoverageCell {
  return [letters[state], own, of, behind, isWaiting];
}
