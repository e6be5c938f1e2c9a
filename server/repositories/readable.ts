import { valueOfKind } from '@contract/values';
import { blockTypeNamed } from '@core/block/types';
import { recordKinds, type LedgerRecord, type RecordKind } from '@core/ledger/records';

/** Something stored that cannot be read. It is left out, and all the rest of the site answers. */
export interface Unreadable {
  readonly table: string;
  /** The row's id, or its ledger number. */
  readonly row: string;
  /** The record that it belongs to; null when it belongs to none. */
  readonly recordId: string | null;
  readonly kind: RecordKind | null;
  readonly why: string;
}

/** One line that names what cannot be read and why. */
export function unreadableLine({ table, row, recordId, why }: Unreadable): string {
  return `${table} ${row}${recordId && recordId !== row ? ` of record ${recordId}` : ''}: ${why}`;
}

/**
 * A stored value as this program reads it: one of an older version is brought up to the present one.
 * @throws RangeError in plain words when it cannot be read as a value of its kind
 */
export function readValue(kind: RecordKind, text: unknown): unknown {
  const stored = typeof text === 'string' ? parsedJson(text) : text;
  const parsed = valueOfKind[kind].safeParse(stored);
  if (parsed.success) return parsed.data;
  const type = kind === 'block' ? (stored as { type?: unknown } | null)?.type : undefined;
  if (type !== undefined && !blockTypeNamed(String(type))) throw new RangeError(`no block type “${String(type)}” is known here`);
  const issue = parsed.error.issues[0];
  throw new RangeError(`not a ${kind} (${issue?.path.join('/') || 'the whole value'}: ${issue?.message ?? 'unreadable'})`);
}

/** The same, or null when it cannot be read. */
export function readableOrNull(kind: RecordKind, text: unknown): unknown {
  try {
    return readValue(kind, text);
  } catch {
    return null;
  }
}

/** Whether a row names a kind of record that this program knows. */
export function isKnownKind(record: LedgerRecord): boolean {
  return recordKinds.includes(record.kind);
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new RangeError('its value is not JSON');
  }
}
