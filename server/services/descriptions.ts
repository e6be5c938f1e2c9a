import type { Comparison } from '@contract/messages';
import { compareWords } from '@core/compare/compare';
import { pagesLedTo, type FullChange } from '@core/compare/in-full';
import { kindOfField } from '@core/fields/index';
import type { FieldNames } from '@core/fields/field';
import { countOf, writeFullMoment } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import type { KindContext, OwnField } from '@core/kinds/kind';
import { describeOwn } from '@core/kinds/own-fields';
import type { RecordKind } from '@core/ledger/records';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say, told } from '@core/tongue/say';
import { compared } from '../comparing/comparer';
import type { Site } from '../site/site';
import { plateOfFile } from './files';
import { kindContext, recordName } from './names';

type Change = Comparison['changes'][number];

/** The differences of two values, field by field, in words that people know. */
export async function describeChanges(
  site: Site,
  snapshot: SiteSnapshot,
  kind: RecordKind,
  before: unknown,
  after: unknown,
): Promise<Comparison['changes']> {
  const context = kindContext(site, snapshot);
  const { ownFields, fields } = kindNamed(kind);
  const names = fieldNames(site, snapshot, context);
  // Where the type itself changed, both have their say; of what both have, the newer.
  const declared = [before, after].flatMap(value => (value === null ? [] : (fields?.(value, site.registry) ?? [])));
  const ofType = new Map(declared.map(field => [`fields.${field.name}`, field]));
  const isNew = before === null;
  const pageNames = Object.fromEntries([before, after].flatMap(pagesLedTo).map(id => [id, names.page(id)]));
  const changes = await compared('compareInFull', before, after, pageNames);
  const described = changes
    .filter(change => !isNew || isWorthReading(ownFields[change.field], change.after))
    .map(async (change): Promise<Change> => {
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
        note: toldOf || settingNote(change),
        text: change.text as Change['text'],
        words: isProse
          ? [...(await proseChanges(change, field ? (value: unknown) => words!(value, field) : null))]
          : own?.describe && isSentence(before) && isSentence(after)
            ? [...compareWords(before, after)]
            : [],
        pictures:
          field && kindOfField(field).isPicture
            ? { before: plateOfFile(site, change.before), after: plateOfFile(site, change.after) }
            : null,
      };
    });
  return Promise.all(described);
}

// What is put as a sentence is read word by word; a name is not.
function isSentence(words: string): boolean {
  return words.split(' ').length > 2;
}

/** Told of running text whose words are the same: that something about how it is set, or where it leads, is not. */
function settingNote({ setOtherwise: count }: FullChange): string {
  if (count === 0) return '';
  return count === 1
    ? say`The words are the same; 1 paragraph is set otherwise, or leads elsewhere.`
    : say`The words are the same; ${countOf(count, 'paragraph')} are set otherwise, or lead elsewhere.`;
}

/** What became of prose, word by word; of structured prose, that of its words. */
async function proseChanges(
  { before, after, words }: FullChange,
  wordsOf: ((value: unknown) => string) | null,
): Promise<FullChange['words']> {
  if (wordsOf === null || words.length > 0) return words;
  const said = (value: unknown) => (value === undefined || value === null ? '' : wordsOf(value));
  return compared('compareWords', said(before), said(after));
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
