import type { SendOutQuestion } from '@contract/exchange';
import { canonicalTag } from '@core/locale/locale-tag';
import { fixedWordsIn, type FixedWordSources } from '@core/theme/fixed-words';
import { say } from '@core/tongue/say';
import { unitId } from '@core/xliff/document';
import type { ReadFile, ReadUnit } from '@core/xliff/read';
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { Readable } from 'node:stream';
import { Refusal, refuseInvalid } from '../../errors/refusal';
import type { Person } from '../../repositories/people-repository';
import { shippedWords } from '../../public/locales';
import type { Site } from '../../site/site';
import { refuseUnfitLocales, sentRecord } from './send-out';
import type { ReturnedWords } from './report';

/** The most lines that a table of words may have, and the most bytes. */
export const tableLimits = { lines: 20_000, bytes: 5_000_000 } as const;

/** What fixed words are called where records have their ids. */
export const fixedWordsOf = { site: 'words of the site', theme: 'words of the theme' } as const;

/** What the fixed words of a site come from. */
export function fixedWordSources(site: Site): FixedWordSources {
  return { ...site.settings, shipped: shippedWords(site) };
}

/**
 * Words as a table for whoever works with a spreadsheet: one line for each text that is a single line, running text left out.
 * @see RFC 4180; what a spreadsheet would take for a formula begins with an apostrophe
 */
export async function tableOf(
  site: Site,
  person: Person,
  { ids, fixedWords, locale, only, ...question }: SendOutQuestion,
): Promise<Readable> {
  const from = question.from ?? site.ledger.baseLocale;
  refuseUnfitLocales(site, from, locale);
  const rows: string[][] = [];
  if (fixedWords && from === site.ledger.baseLocale)
    for (const { of, name, source, own, isMissing } of fixedWordsIn(locale, fixedWordSources(site)))
      if (source !== '' && (only === 'all' || isMissing)) rows.push([fixedWordsOf[of], name, '', '', source, own]);
  for (const id of new Set(ids)) {
    const sent = await sentRecord(site, person, id, from, locale, only);
    if (!sent) continue;
    for (const { name, label, units } of sent.fields)
      for (const { key, source, target } of units)
        if (key === '')
          rows.push([
            id,
            unitId(name, key),
            label,
            `${sent.baseRevision} ${sent.ownRevision}`.trim(),
            String(source[0]),
            String(target?.[0] ?? ''),
          ]);
  }
  return Readable.from([
    stringify([['record', 'part', 'label', say`made from`, from, locale], ...rows], { escape_formulas: true, bom: true }),
  ]);
}

/**
 * Reads such a table back.
 * @throws Refusal when the table as a whole cannot be read
 */
export function readTable(site: Site, bytes: Buffer): ReturnedWords {
  if (bytes.length > tableLimits.bytes) throw new Refusal('too-large', say`A table of words may have at most 5 MB. Take it in parts.`);
  const [head, ...lines] = rowsOf(bytes);
  const [from, locale] = [4, 5].map(at => canonicalTag(head?.record[at] ?? '') ?? '');
  if (head?.record[0] !== 'record' || !from || !locale)
    return refuseInvalid([
      { pointer: '', detail: say`Its first line must be as it was sent out: record, part, label, made from, and the two locales.` },
    ]);
  refuseUnfitLocales(site, from, locale, { from: '', into: '' });
  const files = new Map<string, ReadFile & { readonly units: ReadUnit[] }>();
  for (const { record, info } of lines) {
    const [id = '', part = '', , madeFrom = '', source = '', words = ''] = record;
    const [baseRevision = '', ownRevision = ''] = madeFrom.split(' ');
    const file = files.get(id) ?? { id, line: info.lines, title: '', baseRevision, ownRevision, units: [] };
    files.set(id, file);
    const isTwice = file.units.some(each => each.id === part);
    const fault = isTwice ? say`Another line is about the same part.` : source === '' ? say`It has no source.` : '';
    const said = plainCell(words);
    file.units.push({
      id: part,
      line: info.lines,
      source: [plainCell(source)],
      target: said === '' ? null : [said],
      isDone: said !== '',
      fault,
    });
  }
  return { from, locale, files: [...files.values()] };
}

// An apostrophe before what looks like a formula was put there when it was sent out.
function plainCell(text: string): string {
  return /^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text;
}

interface Row {
  readonly record: readonly string[];
  readonly info: { readonly lines: number };
}

function rowsOf(bytes: Buffer): readonly Row[] {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    const delimiter = /^\uFEFF?record;/.test(text) ? ';' : ',';
    const rows = parse(text, {
      bom: true,
      delimiter,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      to: tableLimits.lines + 2,
    });
    if (rows.length > tableLimits.lines + 1)
      throw new Refusal('too-large', say`A table may have at most ${tableLimits.lines} lines. Take it in parts.`);
    return rows as unknown as Row[];
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const detail =
      error instanceof TypeError
        ? say`It is not in UTF-8. Save it as CSV in UTF-8.`
        : say`It cannot be read as CSV: ${(error as Error).message}`;
    return refuseInvalid([{ pointer: '', detail }]);
  }
}
