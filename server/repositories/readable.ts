import { ownWords, readHtml, valueSchema } from '@contract/values';
import { kindNamed } from '@core/kinds/index';
import type { RecordKind } from '@core/ledger/records';
import type { Registry } from '@core/registry/registry';
import type { Stored } from '@core/versions/upgrade';

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
export function readValue(kind: RecordKind, text: unknown, registry: Registry): unknown {
  const stored = typeof text === 'string' ? parsedJson(text) : text;
  const parsed = valueSchema(kind, registry).safeParse(stored);
  if (parsed.success) return parsed.data;
  refuseUnknown(kind, stored, registry);
  const issue = parsed.error.issues[0];
  throw new RangeError(`not a ${kind} (${issue?.path.join('/') || 'the whole value'}: ${issue?.message ?? 'unreadable'})`);
}

// What this program does not know at all is named as that, not by the field that gives it away.
function refuseUnknown(kind: RecordKind, stored: unknown, registry: Registry): void {
  if (typeof stored === 'object' && stored !== null) kindNamed(kind).upgrade?.(stored as Stored, registry, readHtml);
}

/** Stored own words of a record in a locale. @throws RangeError in plain words when they cannot be read */
export function readOwnWords(kind: RecordKind, text: unknown, registry: Registry): unknown {
  const parsed = ownWords(kind, registry).safeParse(typeof text === 'string' ? parsedJson(text) : text);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new RangeError(`no own words of a ${kind} (${issue?.path.join('/') || 'the whole value'}: ${issue?.message ?? 'unreadable'})`);
}

/** What is read, or null when it cannot be. */
export function valueOrNull(read: () => unknown): unknown {
  try {
    return read();
  } catch {
    return null;
  }
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new RangeError('its value is not JSON');
  }
}
