import type { FieldNames } from '../fields/field';
import { kindOfField, type AnyField } from '../fields/kinds';
import { writeFullMoment, type MomentStyle } from '../format/moment';
import type { PageType } from '../page-types/page-type';
import { instantOf, type LocalTime } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { ownLabel } from '../theme/own-labels';
import type { Words } from '../theme/words';
import type { OrderKey } from './order';

type Types = ReadonlyMap<string, PageType>;

/** A field of a page by its name, where its type has one that is shown. */
export function fieldNamed(page: PageNode, name: string, pageTypes: Types | undefined): AnyField | undefined {
  return pageTypes?.get(page.value.type)?.fields.find(each => each.name === name && !each.isWithdrawn);
}

/** For whom a field is told. */
export interface FieldTextContext {
  readonly snapshot: SiteSnapshot;
  readonly style: MomentStyle;
  /** The types of page that the site knows. */
  readonly pageTypes: Types;
  /** The fixed words as they are read. */
  readonly words: Words;
}

/** What a field of a page says to readers; empty where it says nothing, or its type has none of that name. */
export function fieldText(page: PageNode, name: string, { snapshot: { pageById }, style, pageTypes, words }: FieldTextContext): string {
  const field = fieldNamed(page, name, pageTypes);
  // Whoever reads may have another language than whoever writes: what is so is said in the words of the field.
  if (field?.kind === 'yes or no') return page.value.fields[field.name] === true ? ownLabel(words, field.label) : '';
  return wordsOf(page, field, {
    page: id => pageById.get(id)?.value.title ?? '',
    record: () => '',
    moment: value => writeFullMoment(instantOf(value as LocalTime), style),
  });
}

/** The file that a field of a page shows; empty where it shows none, or its type has no picture of that name. */
export function fieldPicture(page: PageNode, name: string, pageTypes: Types): string {
  const field = fieldNamed(page, name, pageTypes);
  return field && kindOfField(field).isPicture ? String(page.value.fields[field.name] ?? '') : '';
}

/** What a page stands by where it stands by one of its fields; null where that says nothing. */
export function fieldKey(page: PageNode, name: string, pageTypes: Types | undefined): OrderKey {
  const field = fieldNamed(page, name, pageTypes);
  const held = field && page.value.fields[field.name];
  if (field?.kind === 'number' || field?.kind === 'yes or no') return Number(held);
  if (field?.kind === 'moment') return held ? instantOf(held as LocalTime) : null;
  return wordsOf(page, field, { page: String, record: String, moment: String }) || null;
}

function wordsOf({ value }: PageNode, field: AnyField | undefined, names: FieldNames): string {
  const held = field && value.fields[field.name];
  if (!field || held === undefined) return '';
  const { words, describe } = kindOfField(field);
  return describe ? describe(held, field, names) : words(held, field);
}
