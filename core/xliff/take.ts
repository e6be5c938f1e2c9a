import { warningsOf } from '../segments/checks';
import { codesIn, segmentsOf, withSegments, type Pieces, type Segment } from '../segments/segment';
import { saidIn, type OwnWords } from '../locale/own-words';
import { say } from '../tongue/say';
import { unitId } from './document';
import type { ReadFile, ReadPieces, ReadUnit } from './read';

/** What became of a unit that came back. */
export const unitOutcomes = ['taken', 'still right', 'the same', 'nothing written', 'base moved', 'written meanwhile', 'refused'] as const;
/** See {@link unitOutcomes}. */
export type UnitOutcome = (typeof unitOutcomes)[number];

/** The most characters in which conflicts are named that are decided one by one. */
export const mostExcepted = 12_000;

/** How a conflict is named that is decided by itself: by its record, or fixed words, and its field. */
export function conflictKey(file: string, field: string): string {
  return `${file}:${field}`;
}

/** One unit that came back, judged. */
export interface JudgedUnit {
  /** The field's name; empty where there is no such field. */
  readonly name: string;
  readonly unit: string;
  readonly line: number;
  readonly outcome: UnitOutcome;
  /** Why it is refused, or what looks wrong about it; empty when nothing does. */
  readonly detail: string;
}

/** A record that came back, judged. */
export interface JudgedFile {
  readonly units: readonly JudgedUnit[];
  /** New words by the names of their fields. */
  readonly words: Readonly<Record<string, unknown>>;
  /** Names of words that are behind, and were said to be right as they are. */
  readonly stillRight: readonly string[];
}

/** A record as it was sent out and as it is. */
export interface Sent {
  /** The names of its fields that may differ. */
  readonly names: readonly string[];
  /** What it said in the locale in which it began; null where that is not known any more. */
  readonly baseThen: unknown;
  readonly baseNow: unknown;
  readonly ownThen: OwnWords | null;
  readonly ownNow: OwnWords | null;
  /** Names of words of its own that are behind what they were made from. */
  readonly behind: readonly string[];
}

/**
 * Holds what came back from translators against what was sent out and what is there now. A field is taken as a whole or not
 * at all, so that no text is left in two languages.
 * @param takesConflict - whether a field is taken that was made from words that have moved on since, or that others wrote meanwhile
 */
export function judgeFile(file: ReadFile, sent: Sent, takesConflict: (name: string) => boolean): JudgedFile {
  const byId = new Map(file.units.map(unit => [unit.id, unit]));
  const judged = sent.names.flatMap(name => judgeField(name, sent, byId, takesConflict(name)) ?? []);
  const known = new Set(judged.flatMap(each => each.units.map(unit => unit.unit)));
  const unknown = file.units
    .filter(each => !known.has(each.id))
    .map(unit => judgedUnit('', unit, 'refused', unit.fault || say`What was sent out has no such part.`));
  return {
    units: [...judged.flatMap(each => each.units), ...unknown].sort((a, b) => a.line - b.line),
    words: Object.fromEntries(judged.flatMap(each => (each.said === undefined ? [] : [[each.name, each.said]]))),
    stillRight: judged.filter(each => each.isStillRight).map(each => each.name),
  };
}

interface JudgedField {
  readonly name: string;
  readonly units: readonly JudgedUnit[];
  readonly said?: unknown;
  readonly isStillRight?: boolean;
}

function judgedUnit(name: string, { id, line }: ReadUnit, outcome: UnitOutcome, detail: string): JudgedUnit {
  return { name, unit: id, line, outcome, detail };
}

function judgeField(name: string, sent: Sent, byId: ReadonlyMap<string, ReadUnit>, takesConflicts: boolean): JudgedField | null {
  const then = saidIn(sent.baseThen ?? sent.baseNow, name);
  const parts = segmentsOf(then).flatMap(segment => {
    const unit = byId.get(unitId(name, segment.key));
    return unit ? [{ ...segment, unit, read: readPart(segment, unit, sent.baseThen === null) }] : [];
  });
  if (parts.length === 0) return null;
  const all = (outcome: UnitOutcome, detail: (part: (typeof parts)[number]) => string) =>
    parts.map(part => judgedUnit(name, part.unit, outcome, detail(part)));
  if (parts.some(each => each.read.fault !== ''))
    return { name, units: all('refused', ({ read }) => read.fault || say`Another part of the same text cannot be taken.`) };
  const written = new Map(parts.flatMap(({ key, read }) => (read.target ? [[key, read.target] as const] : [])));
  if (written.size === 0) return { name, units: all('nothing written', () => '') };
  const ownNow = sent.ownNow?.words[name];
  const said = assembled(then, ownNow, written);
  if (said === null) {
    const detail = say`${written.size} of ${parts.length} parts of this text are written; it is taken when all are.`;
    return { name, units: all('nothing written', () => detail) };
  }
  const warned = ({ pieces, read }: (typeof parts)[number]) => (read.target ? warningsOf(pieces, read.target).join(' ') : '');
  if (isSame(said, ownNow)) {
    const isStillRight = sent.behind.includes(name) && parts.every(each => each.unit.isDone || !each.read.target);
    return { name, units: all(isStillRight ? 'still right' : 'the same', warned), isStillRight };
  }
  const outcome = !isSame(sent.ownThen?.words[name], ownNow)
    ? 'written meanwhile'
    : isSame(then, saidIn(sent.baseNow, name))
      ? 'taken'
      : 'base moved';
  return { name, units: all(outcome, warned), ...(outcome === 'taken' || takesConflicts ? { said } : {}) };
}

/** What came back of one segment: its words with their codes; null where nothing was written. */
function readPart(segment: Segment, unit: ReadUnit, isLost: boolean): { readonly target: Pieces | null; readonly fault: string } {
  if (unit.fault) return { target: null, fault: unit.fault };
  if (!isSame(bare(segment.pieces), unit.source))
    return { target: null, fault: isLost ? say`Its source is not what the site says now.` : say`Its source was changed on the way.` };
  if (unit.target === null || unit.target.length === 0) return { target: null, fault: '' };
  const codes = codesIn(segment.pieces);
  const unknown: string[] = [];
  const target = withCodes(unit.target, codes, unknown);
  return unknown.length > 0 ? { target: null, fault: say`Its source has no code “${unknown[0]!}”.` } : { target, fault: '' };
}

function bare(pieces: Pieces): ReadPieces {
  return pieces.map(piece =>
    typeof piece === 'string' ? piece : { id: piece.id, pieces: piece.mark === null ? null : bare(piece.pieces) },
  );
}

// What a code is, is known from the source: nothing of it is taken from the file.
function withCodes(pieces: ReadPieces, codes: ReturnType<typeof codesIn>, unknown: string[]): Pieces {
  return pieces.flatMap((piece): Pieces => {
    if (typeof piece === 'string') return [piece];
    const code = codes.get(piece.id);
    if (!code || (code.mark === null) !== (piece.pieces === null)) {
      unknown.push(piece.id);
      return [];
    }
    return code.mark === null ? [code] : [{ ...code, pieces: withCodes(piece.pieces!, codes, unknown) }];
  });
}

/** The whole of a field: parts that were not written are as they were; null where there are none to take them from. */
function assembled(then: unknown, ownNow: unknown, written: ReadonlyMap<string, Pieces>): unknown {
  const keys = segmentsOf(then).map(each => each.key);
  if (keys.every(key => written.has(key))) return withSegments(then, written);
  const isAlike = isSame(
    segmentsOf(ownNow).map(each => each.key),
    keys,
  );
  return isAlike ? withSegments(ownNow, written) : null;
}

function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
