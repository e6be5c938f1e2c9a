import type { Comparison } from '@contract/messages';
import { compareValues, compareWords } from '@core/compare/compare';
import { kindOfField } from '@core/fields/index';
import type { FieldNames } from '@core/fields/field';
import { countOf, writeFullMoment } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import type { KindContext, OwnField } from '@core/kinds/kind';
import { describeOwn } from '@core/kinds/own-fields';
import type { RecordKind } from '@core/ledger/records';
import { compareTexts } from '@core/rich-text/compare';
import { isRichText, plainWords, type LinkTarget } from '@core/rich-text/document';
import { markedText } from '@core/rich-text/marked-text';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say, told } from '@core/tongue/say';
import type { Site } from '../site/site';
import { plateOfFile } from './files';
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
      const described = (value: unknown): string => {
        if (value === undefined || value === null || value === '') return own?.empty && value === null ? told(own.empty) : say`empty`;
        return field ? (describe ?? words!)(value, field, names) || say`empty` : describeOwn(own, value, context);
      };
      const [before, after] = [described(change.before), described(change.after)];
      const isThere = change.before !== undefined && change.before !== null;
      const toldOf = isThere ? (own?.tellChange?.(before, after) ?? '') : '';
      return {
        field: change.field,
        label: told(field?.label ?? own?.label ?? change.field),
        before,
        after,
        note: toldOf || settingNote(change.before, change.after),
        text: structured(change, names),
        words: isProse
          ? [...proseChanges(change, field ? (value: unknown) => words!(value, field) : null)]
          : own?.describe && isSentence(before) && isSentence(after)
            ? [...compareWords(before, after)]
            : [],
        pictures:
          field && kindOfField(field).isPicture
            ? { before: plateOfFile(site, change.before), after: plateOfFile(site, change.after) }
            : null,
      };
    });
}

// What is put as a sentence is read word by word; a name is not.
function isSentence(words: string): boolean {
  return words.split(' ').length > 2;
}

/** Running text as one text with its structure, in which what came and went is marked; null where it is none, or is new. */
function structured(
  { before, after }: ReturnType<typeof compareValues>[number],
  { page }: FieldNames,
): Comparison['changes'][number]['text'] {
  if (!isRichText(before) || !isRichText(after)) return null;
  const told = ({ page: id, address }: LinkTarget) => (id === null ? address : `${page(id)}${address}`);
  return markedText(before, after, told) as Comparison['changes'][number]['text'];
}

/** Told of running text whose words are the same: that something about how it is set, or where it leads, is not. */
function settingNote(before: unknown, after: unknown): string {
  if (!isRichText(before) || !isRichText(after) || plainWords(before) !== plainWords(after)) return '';
  const count = compareTexts(before, after).reduce(
    (sum, each) => sum + (each.kind === 'same' ? 0 : Math.max(each.before.length, each.after.length)),
    0,
  );
  return count === 1
    ? say`The words are the same; 1 paragraph is set otherwise, or leads elsewhere.`
    : say`The words are the same; ${countOf(count, 'paragraph')} are set otherwise, or lead elsewhere.`;
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

/** What a field of a value is called, one of its kind's own or of its type. @param name - as comparisons name it */
export function labelOfField(site: Site, kind: RecordKind, value: unknown, name: string): string {
  const { ownFields, fields } = kindNamed(kind);
  const typed = fields?.(value, site.registry).find(each => `fields.${each.name}` === name);
  return told(typed?.label ?? ownFields[name]?.label ?? name);
}

/** What the words of values are called, for kinds of field. */
export function fieldNames(site: Site, snapshot: SiteSnapshot, { names, style }: KindContext): FieldNames {
  return {
    page: names.page,
    record: id => recordName(site, snapshot, id),
    moment: value => writeFullMoment(instantOf(value as LocalTime), style),
  };
}
