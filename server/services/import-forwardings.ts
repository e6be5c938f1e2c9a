import { writtenIn } from './edition-lookups';
import type { ImportedLine, ImportReport } from '@contract/addresses';
import type { Change } from '@contract/messages';
import { valueSchema } from '@contract/values';
import { linkTyped } from '@core/fields/link/typed-link';
import { numberOf } from '@core/format/moment';
import {
  forwardedFrom,
  forwardingAt,
  forwardingStatuses,
  leadsOn,
  type ForwardingStatus,
  type ForwardingValue,
} from '@core/forwarding/forwarding';
import { tidyPath } from '@core/kinds/forwarding/schema';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { mayWrite } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import { parse } from 'csv-parse/sync';
import { draft } from '@core/ledger/stage';
import { furthestOffered } from '@core/workflow/workflow';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { createEdition } from './editions';
import { offersFor } from './workflows';

/** The most lines that are taken at once, and the most bytes. */
export const importLimits = { lines: 5_000, bytes: 2_000_000, shown: 500 } as const;

interface Wanted {
  readonly line: number;
  readonly from: string;
  readonly to: string;
  readonly value: ForwardingValue | null;
  readonly fault: string;
}

/**
 * Takes in a list of old addresses: one per line, the old one, the new one, and how it answers where that is not 308.
 * Lines that cannot be taken are told of and the others go on; what is taken goes live together.
 * @param bytes - CSV in UTF-8. @see RFC 4180
 * @param isTrial - only tells what would be done
 * @throws Refusal when the file as a whole cannot be read
 */
export async function importForwardings(site: Site, person: Person, bytes: Buffer, isTrial: boolean): Promise<ImportReport> {
  if (!mayWrite(person.grants, writtenIn(site, { kind: 'forwarding' })))
    throw new Refusal('not-permitted', say`Old addresses are set by editors, managers and administrators.`);
  const snapshot = site.snapshots.at();
  const wanted = rowsOf(textOf(bytes)).map(row => wantedOf(site, snapshot, row));
  const judged = withoutCircles(site, withoutTwins(snapshot, wanted));
  const changes: Change[] = [];
  const lines = judged.map(({ line, from, to, value, fault }): ImportedLine => {
    if (value === null || fault !== '') return { line, path: from, to, outcome: 'refused', detail: fault };
    const known = forwardingAt(snapshot, value.path);
    const isSame = known !== null && JSON.stringify(known.value) === JSON.stringify({ ...value, reason: known.value.reason });
    if (isSame) return { line, path: value.path, to, outcome: 'the same', detail: '' };
    const recordId = known?.id ?? uuidv7();
    const baseRevisionId = known ? liveRevisionId(site, known.id, site.clocks.content()) : null;
    changes.push({ recordId, kind: 'forwarding', value, retires: false, baseRevisionId });
    return { line, path: value.path, to, outcome: known ? 'changed' : 'added', detail: '' };
  });
  const overlays = changes.map(({ recordId, kind, value }): Overlay => ({ recordId, kind, value }));
  const move = changes.length > 0 ? furthestOffered((await offersFor(site, person, overlays)).moves) : null;
  if (!isTrial && changes.length > 0)
    await createEdition(site, person, {
      id: uuidv7(),
      title: say`${changes.length} old addresses taken in`,
      changes,
      wishedFrom: null,
      remark: '',
      note: say`From a list`,
      ...(move ? { move: { name: move.name, scheduled: null, remark: '', acceptsMovedBase: false, acceptsBroken: '' } } : {}),
    });
  const count = (outcome: ImportedLine['outcome']) => lines.filter(each => each.outcome === outcome).length;
  const shown = [...lines].sort((a, b) => Number(b.outcome === 'refused') - Number(a.outcome === 'refused') || a.line - b.line);
  return {
    isTrial,
    stage: move?.to ?? draft,
    added: count('added'),
    changed: count('changed'),
    same: count('the same'),
    refused: count('refused'),
    lines: shown.slice(0, importLimits.shown),
  };
}

function textOf(bytes: Buffer): string {
  if (bytes.length > importLimits.bytes)
    throw new Refusal('too-large', say`A list of old addresses may have at most 2 MB. Take it in parts.`);
  const isUtf16 = bytes.length > 1 && ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff));
  try {
    if (isUtf16) throw new TypeError('UTF-16');
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return refuseInvalid([{ pointer: '', detail: say`It is not in UTF-8${isUtf16 ? say` but in UTF-16` : ''}. Save it as CSV in UTF-8.` }]);
  }
}

interface CsvRow {
  readonly record: readonly string[];
  readonly info: { readonly lines: number };
}

function rowsOf(text: string): readonly CsvRow[] {
  const separator = /^[^\r\n"]*;/.test(text) && !/^[^\r\n"]*,/.test(text) ? ';' : ',';
  let rows: CsvRow[];
  try {
    rows = parse(text, {
      bom: true,
      delimiter: separator,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      to: importLimits.lines + 2,
    }) as unknown as CsvRow[];
  } catch (error) {
    return refuseInvalid([{ pointer: '', detail: say`It cannot be read as CSV: ${(error as Error).message}` }]);
  }
  const [first] = rows;
  const hasHead = first !== undefined && !first.record[0]!.includes('/');
  const lines = hasHead ? rows.slice(1) : rows;
  if (lines.length === 0)
    refuseInvalid([{ pointer: '', detail: say`There is no old address in it. Each line holds the old one, then the new one.` }]);
  if (lines.length > importLimits.lines)
    throw new Refusal('too-large', say`It has more than ${numberOf(importLimits.lines)} lines. Take it in parts.`);
  return lines;
}

function wantedOf(site: Site, snapshot: SiteSnapshot, { record, info }: CsvRow): Wanted {
  const [from = '', to = '', answer = ''] = record;
  const said = { line: info.lines, from, to };
  const refused = (fault: string): Wanted => ({ ...said, value: null, fault });
  const status = answer === '' ? (to === '' ? 410 : 308) : Number(answer);
  if (!forwardingStatuses.some(each => each === status))
    return refused(say`It can answer ${forwardingStatuses.join(', ')}, not “${answer}”.`);
  const isBeneath = /\/\*$/.test(from);
  const value: ForwardingValue = {
    version: 1,
    path: tidyPath(pathIn(site, isBeneath ? from.slice(0, -2) : from)),
    beneath: isBeneath,
    to: leadsOn(status as ForwardingStatus) ? linkTyped(pathIn(site, to), path => snapshot.pageByPath.get(path)?.id ?? null) : null,
    status: status as ForwardingStatus,
    reason: '',
  };
  const parsed = valueSchema('forwarding', site.registry).safeParse(value);
  return parsed.success ? { ...said, value, fault: '' } : refused(parsed.error.issues[0]!.message);
}

// A list from elsewhere writes out whole addresses of this very site.
function pathIn(site: Site, address: string): string {
  if (site.publicAddress !== '' && address.startsWith(site.publicAddress)) return address.slice(site.publicAddress.length) || '/';
  return address;
}

function withoutTwins(snapshot: SiteSnapshot, wanted: readonly Wanted[]): readonly Wanted[] {
  const first = new Map<string, number>();
  return wanted.map(each => {
    const path = each.value?.path;
    if (path === undefined) return each;
    const page = snapshot.pageByPath.get(path);
    if (page) return { ...each, fault: say`“${page.value.title}” is at this address.` };
    const earlier = first.get(path);
    if (earlier !== undefined) return { ...each, fault: say`Line ${earlier} says already where this address leads.` };
    first.set(path, each.line);
    return each;
  });
}

// All are laid over the site together, so that a circle is found wherever in the list it closes.
function withoutCircles(site: Site, wanted: readonly Wanted[]): readonly Wanted[] {
  const known = site.snapshots.at();
  const fit = wanted.filter(each => each.fault === '' && each.value !== null);
  const overlays = fit.map(({ value }): Overlay => ({
    recordId: forwardingAt(known, value!.path)?.id ?? uuidv7(),
    kind: 'forwarding',
    value,
  }));
  if (overlays.length === 0) return wanted;
  const snapshot = site.snapshots.with(overlays);
  const inCircle = new Map(
    fit.flatMap(each => {
      const destination = forwardedFrom(snapshot, each.value!.path)?.destination;
      return destination?.leads === 'in a circle'
        ? [[each, say`It leads round in a circle: ${destination.paths.join(' → ')}.`] as const]
        : [];
    }),
  );
  return wanted.map(each => (inCircle.has(each) ? { ...each, fault: inCircle.get(each)! } : each));
}
