import type { FieldValues } from '../fields/field';
import { emptyText, isRichText, plainWords, type RichText } from '../rich-text/document';
import type { WhoTest } from '../rule/tests/who-tests';
import type { RuleTree } from '../rule/tree';
import type { OnceOver } from './once-over';
import { instantOf, type LocalTime } from '../schedule/local-time';
import type { Repetition } from '../schedule/repetition';

/** A page as it is stored: where it stands, who may read it, and the fields of its type. */
export interface PageValue {
  readonly version: 3;
  readonly type: string;
  /** The version of its type in which its fields are written. */
  readonly typeVersion: number;
  readonly title: string;
  /** The page above; null only for the front page. */
  readonly parentId: string | null;
  /** Last part of the path; empty for the front page. */
  readonly segment: string;
  /** Fractional key among its siblings. */
  readonly order: string;
  /** Name of a layout of the theme. */
  readonly layout: string;
  /** Who may read the page; an empty group lets anyone, null follows the page above. */
  readonly readers: RuleTree<WhoTest> | null;
  readonly inMenu: boolean;
  /** Shorter name for menus; empty takes the title. */
  readonly menuLabel: string;
  /** What readers get once it is over; left out, what they get at any address where nothing is. */
  readonly onceOver?: OnceOver;
  /** What it tells readers who come once it is gone. */
  readonly lastWords?: string;
  /** By when somebody is to look it over. */
  readonly reviewBy?: LocalTime;
  /** From when it stands on the back shelf: where it always was, and in no ordinary listing; left out, never. */
  readonly shelvedFrom?: LocalTime;
  /** The values of its type's fields. */
  readonly fields: FieldValues;
}

/** First path segments that belong to the product and can name no page. */
export const reservedSegments: readonly string[] = [
  'almanac',
  'api',
  'feeds',
  'fonts',
  'language-offer',
  'media',
  'theme',
  'search',
  'sign-in',
  'sign-out',
  'sitemap.xml',
  'robots.txt',
];

// What a type may call its fields so that listings, themes and rules know them. A type may lack any of them.

/** One or two sentences that go with the title. */
export function standfirstOf({ fields }: PageValue): string {
  return textIn(fields, 'standfirst');
}

/** The page's running text. */
export function bodyOf({ fields }: PageValue): RichText {
  return isRichText(fields['body']) ? fields['body'] : emptyText;
}

/** Path of the page's picture, or empty. */
export function pictureOf({ fields }: PageValue): string {
  return textIn(fields, 'picture');
}

/** The picture in words. */
export function pictureTextOf({ fields }: PageValue): string {
  return textIn(fields, 'pictureText');
}

/** What the page is about. */
export function topicsOf({ fields }: PageValue): readonly string[] {
  return Array.isArray(fields['topics']) ? (fields['topics'] as readonly string[]) : [];
}

/** When what the page tells of takes place, for the first time where it comes again; null when it does not say. */
export function takesPlaceOf({ fields }: PageValue): LocalTime | null {
  return (fields['takesPlace'] as LocalTime | null | undefined) ?? null;
}

/** How long what the page tells of lasts, in milliseconds and exactly, each time that it takes place; null when it does not say. @see RFC 5545 section 3.8.2.2 */
export function lengthOf(page: PageValue): number | null {
  const [first, end] = [takesPlaceOf(page), page.fields['takesPlaceUntil'] as LocalTime | null | undefined];
  const length = first && end ? instantOf(end) - instantOf(first) : 0;
  return length > 0 ? length : null;
}

/** How what the page tells of comes again; null when it does not. */
export function repeatsOf({ fields }: PageValue): Repetition | null {
  return (fields['repeats'] as Repetition | null | undefined) ?? null;
}

/** Who wrote the page, as readers are told. */
export function authorsOf({ fields }: PageValue): readonly string[] {
  return Array.isArray(fields['authors']) ? (fields['authors'] as readonly string[]) : [];
}

/** Whether listings may take it for what is featured. */
export function isFeatured({ fields }: PageValue): boolean {
  return fields['isFeatured'] === true;
}

function textIn(fields: FieldValues, name: string): string {
  const held = fields[name];
  return typeof held === 'string' ? held : '';
}

/** Fields that every page has, whatever its type, and that rules may ask about. */
const ownTexts = ['title', 'menuLabel'] as const;

/** A field of a page as text: running text as its words, a date as it was typed, topics side by side. */
export function fieldAsText(page: PageValue, field: string): string {
  const own = ownTexts.find(each => each === field);
  const held = own ? page[own] : page.fields[field];
  if (isRichText(held)) return plainWords(held);
  if (Array.isArray(held)) return held.filter(each => typeof each === 'string').join(' ');
  if (typeof held === 'object' && held !== null) return (held as Partial<LocalTime>).local ?? '';
  return held === undefined || held === null ? '' : String(held as string | number | boolean);
}
