import type { FieldNames } from '../fields/field';
import { kindOfField, type AnyField } from '../fields/kinds';
import { writeFullMoment, type MomentStyle } from '../format/moment';
import type { PageType } from '../page-types/page-type';
import { instantOf, type LocalTime } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import type { OrderKey } from './order';

type Types = ReadonlyMap<string, PageType>;

/** A field of a page by its name, where its type has one that is shown. */
export function fieldNamed(page: PageNode, name: string, pageTypes: Types | undefined): AnyField | undefined {
  return pageTypes?.get(page.value.type)?.fields.find(each => each.name === name && !each.isWithdrawn);
}

/** What a field of a page says to readers; empty where it says nothing, or its type has none of that name. */
export function fieldText(page: PageNode, name: string, pageTypes: Types, { pageById }: SiteSnapshot, style: MomentStyle): string {
  return wordsOf(page, fieldNamed(page, name, pageTypes), {
    page: id => pageById.get(id)?.value.title ?? '',
    record: () => '',
    moment: value => writeFullMoment(instantOf(value as LocalTime), style),
  });
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
  // Whoever reads has another language than whoever writes: what is so is said in the words of the field.
  if (field.kind === 'yes or no') return held === true ? field.label : '';
  const { words, describe } = kindOfField(field);
  return describe ? describe(held, field, names) : words(held, field);
}
