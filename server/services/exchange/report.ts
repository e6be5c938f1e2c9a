import type { TakeInReport, TakenUnit } from '@contract/exchange';
import type { ReadFile, ReadPieces } from '@core/xliff/read';
import { unitOutcomes, type JudgedFile, type JudgedUnit, type UnitOutcome } from '@core/xliff/take';

/** The most units that a report shows. */
const mostShown = 1_000;

/** What came back from translators, read. */
export interface ReturnedWords {
  readonly from: string;
  readonly locale: string;
  readonly files: readonly ReadFile[];
}

/** Something that came back, judged, as a report shows it. */
export interface Told {
  readonly file: ReadFile;
  readonly kind: string;
  readonly title: string;
  readonly labels: ReadonlyMap<string, string>;
  readonly judged: Pick<JudgedFile, 'units'>;
}

/** What was taken in, or would be: the records that need somebody first. */
export function reportOf(
  records: readonly Told[],
  count: number,
  editionId: string | null,
  isTrial: boolean,
  { from, locale }: ReturnedWords,
): TakeInReport {
  const all = records.flatMap(each => each.judged.units);
  const counts = Object.fromEntries(unitOutcomes.map(outcome => [outcome, all.filter(each => each.outcome === outcome).length]));
  const urgency = (outcome: UnitOutcome) => ['refused', 'written meanwhile', 'base moved'].indexOf(outcome);
  const worst = ({ judged }: Told) =>
    Math.max(-1, ...judged.units.map(each => (urgency(each.outcome) < 0 ? -1 : 3 - urgency(each.outcome))));
  let room = mostShown;
  const files = [...records]
    .sort((a, b) => worst(b) - worst(a))
    .flatMap(record => {
      const units = record.judged.units.slice(0, Math.max(0, room));
      room -= units.length;
      return units.length === 0 ? [] : [{ id: record.file.id, title: record.title, kind: record.kind, units: shown(record, units) }];
    });
  return {
    isTrial,
    locale,
    from,
    counts: counts as TakeInReport['counts'],
    records: count,
    editionId,
    files,
    left: all.length - files.reduce((sum, each) => sum + each.units.length, 0),
  };
}

function shown({ file, labels }: Told, units: readonly JudgedUnit[]): TakenUnit[] {
  const readAt = new Map(file.units.map(each => [`${each.line} ${each.id}`, each]));
  return units.map(({ name, unit, line, outcome, detail }) => {
    const read = readAt.get(`${line} ${unit}`);
    return {
      unit,
      field: name,
      label: labels.get(name) ?? '',
      line,
      outcome,
      detail,
      source: cut(plain(read?.source ?? [])),
      target: cut(plain(read?.target ?? [])),
    };
  });
}

function plain(pieces: ReadPieces): string {
  return pieces.map(piece => (typeof piece === 'string' ? piece : piece.pieces === null ? '\n' : plain(piece.pieces))).join('');
}

function cut(text: string): string {
  return text.length > 300 ? `${text.slice(0, 299)}…` : text;
}
