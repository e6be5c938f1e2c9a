import type { Comparison } from '@contract/messages';
import { compareValues, compareWords } from '@core/compare/compare';
import { kindOfField } from '@core/fields/index';
import type { FieldNames } from '@core/fields/field';
import { countOf, writeFullMoment } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import type { KindContext, OwnField } from '@core/kinds/kind';
import type { RecordKind } from '@core/ledger/records';
import { compareTexts } from '@core/rich-text/compare';
import { isRichText, plainWords } from '@core/rich-text/document';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { kindContext, recordName } from './names';

/** The differences of two values, field by field, in words that people know. */
export function describeChanges(
  site: Site,
  snapshot: SiteSnapshot,
  kind: RecordKind,
  before: unknown,
  after: unknown,
): Comparison['changes'] {
  const context = kindContext(site, snapshot);
  const { ownFields, fields } = kindNamed(kind);
  const names = fieldNames(site, snapshot, context);
  // Where the type itself changed, both have their say; of what both have, the newer.
  const declared = [before, after].flatMap(value => (value === null ? [] : (fields?.(value, site.registry) ?? [])));
  const ofType = new Map(declared.map(field => [`fields.${field.name}`, field]));
  const isNew = before === null;
  return compareValues(before, after)
    .filter(change => !isNew || isWorthReading(ownFields[change.field], change.after))
    .map(change => {
      const field = ofType.get(change.field);
      const own = ownFields[change.field];
      const { describe, words, isProse } = field ? kindOfField(field) : { describe: undefined, words: undefined, isProse: own?.isProse };
      const say = (value: unknown): string => {
        if (value === undefined || value === null || value === '') return own?.empty && value === null ? own.empty : 'empty';
        return field ? (describe ?? words!)(value, field, names) || 'empty' : describeOwn(own, value, context);
      };
      return {
        field: change.field,
        label: field?.label ?? own?.label ?? change.field,
        before: say(change.before),
        after: say(change.after),
        note: settingNote(change.before, change.after),
        words: isProse ? [...proseChanges(change, field ? (value: unknown) => words!(value, field) : null)] : [],
      };
    });
}

/** Told of running text whose words are the same: that something about how it is set, or where it leads, is not. */
function settingNote(before: unknown, after: unknown): string {
  if (!isRichText(before) || !isRichText(after) || plainWords(before) !== plainWords(after)) return '';
  const count = compareTexts(before, after).reduce(
    (sum, each) => sum + (each.kind === 'same' ? 0 : Math.max(each.before.length, each.after.length)),
    0,
  );
  return `The words are the same; ${countOf(count, 'paragraph')} ${count === 1 ? 'is' : 'are'} set otherwise, or ${count === 1 ? 'leads' : 'lead'} elsewhere.`;
}

/** What became of prose, word by word; of structured prose, that of its words. */
function proseChanges(
  { before, after, words }: ReturnType<typeof compareValues>[number],
  wordsOf: ((value: unknown) => string) | null,
): ReturnType<typeof compareWords> {
  if (wordsOf === null || words.length > 0) return words;
  const said = (value: unknown) => (value === undefined || value === null ? '' : wordsOf(value));
  return compareWords(said(before), said(after));
}

// Of a new record only what somebody chose: not the places and settings that every record begins with.
function isWorthReading(own: OwnField | undefined, value: unknown): boolean {
  if (own?.isGiven || value === '' || value === null || value === false) return false;
  if (Array.isArray(value)) return value.length > 0;
  return typeof value !== 'object' || Object.keys(value as object).length > 0;
}

function describeOwn(own: OwnField | undefined, value: unknown, context: KindContext): string {
  if (own?.describe) return own.describe(value as never, context);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.join(', ');
  return typeof value === 'object' ? JSON.stringify(value) : String(value as string | number);
}

function fieldNames(site: Site, snapshot: SiteSnapshot, { names, style }: KindContext): FieldNames {
  return {
    page: names.page,
    record: id => recordName(site, snapshot, id),
    moment: value => writeFullMoment(instantOf(value as LocalTime), style),
  };
}
