import type { RuleTree, WhoTest } from '../rule/rule';
import type { LocalTime } from '../schedule/local-time';

/** What a page consists of. Types differ in how they are listed and in what their rules may ask. */
export interface PageValue {
  readonly version: 2;
  readonly type: PageType;
  readonly title: string;
  /** The page above; null only for the front page. */
  readonly parentId: string | null;
  /** Last part of the path; empty for the front page. */
  readonly segment: string;
  /** Fractional key among its siblings. */
  readonly order: string;
  readonly standfirst: string;
  /** Sanitised HTML. */
  readonly body: string;
  /** Path of a picture, or empty. */
  readonly picture: string;
  readonly pictureText: string;
  readonly topics: readonly string[];
  /** Name of a layout of the theme. */
  readonly layout: string;
  /** Who may read the page; an empty group lets anyone, null follows the page above. */
  readonly readers: RuleTree<WhoTest> | null;
  readonly inMenu: boolean;
  /** Shorter name for menus; empty takes the title. */
  readonly menuLabel: string;
  /** When what the page tells of takes place, for events; else null. */
  readonly takesPlace: LocalTime | null;
}

/** The page types that ship with the product. */
export const pageTypes = ['page', 'reserve', 'species', 'event', 'news'] as const;
/** See {@link pageTypes}. */
export type PageType = (typeof pageTypes)[number];

/** Public pages that nobody wrote. */
export const servicePages = ['not found', 'sign-in'] as const;
/** See {@link servicePages}. */
export type ServicePage = (typeof servicePages)[number];

/** First path segments that belong to the product and can name no page. */
export const reservedSegments: readonly string[] = ['almanac', 'api', 'media', 'theme', 'sign-in', 'sign-out', 'sitemap.xml', 'robots.txt'];

/** Fields of a page that rules may ask about, with their labels. */
export const askableFields = {
  title: 'title',
  standfirst: 'standfirst',
  body: 'text',
  picture: 'picture',
  menuLabel: 'name in menus',
  takesPlace: 'date',
} as const;
/** See {@link askableFields}. */
export type AskableField = keyof typeof askableFields;

/** A field of a page as text: rich text without its tags, a date as it was typed. */
export function fieldAsText(page: PageValue, field: AskableField): string {
  if (field === 'takesPlace') return page.takesPlace?.local ?? '';
  return field === 'body' ? page.body.replace(/<[^>]*>/g, ' ').trim() : page[field];
}
