import type { FieldOpener } from '../fields/field';
import type { OpenFile } from '../file/open-file';
import { numberIn, writeDate, writeFullMoment, writeInFigures } from '../format/moment';
import { authorsOf, pictureOf, pictureTextOf, standfirstOf, topicsOf } from '../page/page';
import type { Instant } from '../schedule/local-time';
import type { PageNode } from '../site/snapshot';
import { ownLookOf, type OwnLook } from '../site-types/own-look';
import { sectionOf } from './groups';
import type { OrderKey } from './order';
import { fieldKey, fieldPicture, fieldText, type FieldTextContext } from './own-field';
import type { PartWish } from './parts';
import { startOf } from './start';

/** One thing that a card shows of its page, ready for a template. */
export interface CardPart {
  readonly part: PartWish['part'];
  /** What stands before it; empty for nothing. */
  readonly label: string;
  /** Words to show; empty for what is not shown in words. */
  readonly text: string;
  /** Topics; empty for all else. */
  readonly topics: readonly string[];
  readonly isLink: boolean;
  readonly heading: PartWish['heading'];
}

/** What a card shows one after another: a picture, or parts that stand together. */
export type CardRun = CardPicture | { readonly isPicture: false; readonly parts: readonly CardPart[] };

/** The picture of a page as a card shows it. */
export interface CardPicture {
  readonly isPicture: true;
  /** Null where the page has none that this reader may have. */
  readonly picture: OpenFile | null;
  readonly words: string;
  readonly crop: PartWish['crop'];
  readonly isSmall: boolean;
  readonly isLink: boolean;
  /** The title leads to the page as well, so that whoever listens need not hear of it twice. */
  readonly isLinkTwice: boolean;
}

/** A page as listings and cards show it. */
export interface CardModel {
  readonly title: string;
  readonly path: string;
  readonly runs: readonly CardRun[];
  readonly isLarge: boolean;
  /** A small picture stands beside all else. */
  readonly isBeside: boolean;
  /** How its type says that it is shown; null where the theme shows it as all pages. */
  readonly own: OwnLook | null;
}

/** For whom a card is made. */
export interface CardContext extends FieldTextContext {
  readonly opener: FieldOpener;
  /** How often a page was read lately. */
  readonly reads: (pageId: string) => number;
}

/** How a card is made. */
export interface CardManner {
  readonly isLarge: boolean;
  /** It is shown as its type says, where that says anything. */
  readonly isAsTypeSays: boolean;
}

/** A page as a card that shows some parts of it, made anew; see kept-cards. */
export function newCardOf(
  page: PageNode,
  wishes: readonly PartWish[],
  { isLarge, isAsTypeSays }: CardManner,
  context: CardContext,
): CardModel {
  const runs: CardRun[] = [];
  const isLinkTwice = leadsByTitle(wishes);
  for (const wish of wishes) {
    if (wish.part === 'picture') {
      runs.push(pictureIn(page, wish, isLinkTwice, context));
      continue;
    }
    const part = partOf(page, wish, context);
    if (part.text === '' && part.topics.length === 0) continue;
    const last = runs.at(-1);
    if (last && !last.isPicture) runs[runs.length - 1] = { isPicture: false, parts: [...last.parts, part] };
    else runs.push({ isPicture: false, parts: [part] });
  }
  return {
    title: page.value.title,
    path: page.address,
    runs,
    isLarge,
    isBeside: runs.some(each => each.isPicture && each.isSmall && each.picture !== null),
    own: isAsTypeSays ? ownLookOf(page, context.pageTypes, context.opener) : null,
  };
}

/** Whether the title is one of the parts and leads to the page. */
export function leadsByTitle(wishes: readonly PartWish[]): boolean {
  return wishes.some(each => each.part === 'title' && each.isLink);
}

/** The picture of a page, ready for a template. */
export function pictureIn(
  page: PageNode,
  { crop, isSmall, isLink, field }: PartWish,
  isLinkTwice: boolean,
  { opener, pageTypes }: CardContext,
): CardPicture {
  const own = field === '' ? null : fieldPicture(page, field, pageTypes);
  const picture = opener.file(own ?? pictureOf(page.value));
  return { isPicture: true, picture, words: own === null ? pictureTextOf(page.value) : '', crop, isSmall, isLink, isLinkTwice };
}

/** One part of a page, ready for a template; a picture is none. */
export function partOf(page: PageNode, wish: PartWish, context: CardContext): CardPart {
  const { part, label, isLink, heading } = wish;
  const topics = part === 'topics' ? topicsOf(page.value) : [];
  return { part, label, text: textOf(page, wish, context), topics, isLink, heading };
}

function textOf(page: PageNode, { part, words, dates, field, label }: PartWish, context: CardContext): string {
  const { snapshot, style, reads } = context;
  const { value } = page;
  const dated = (at: Instant | null) => (at === null ? '' : dateWriters[dates](at, style));
  switch (part) {
    case 'title':
      return value.title;
    case 'standfirst':
      return cutAfter(standfirstOf(value), words);
    case 'date':
      return dated(startOf(page, snapshot.moment));
    case 'published':
      return dated(snapshot.firstLive(page.id));
    case 'changed':
      return dated(snapshot.lastLive(page.id));
    case 'authors':
      return authorsOf(value).join(', ');
    case 'section':
      return page.depth === 0 ? '' : sectionOf(page).value.title;
    case 'reads':
      return numberIn(reads(page.id), style.locale);
    case 'more':
      // Its words are those of the link.
      return label || ' ';
    case 'field':
      return fieldText(page, field, context);
    default:
      return '';
  }
}

const dateWriters = { full: writeFullMoment, day: writeDate, figures: writeInFigures } as const;

/** What a page stands by where a table is sorted by one of its columns. */
export function sortKeyOf(page: PageNode, wish: PartWish, context: CardContext): OrderKey {
  const { snapshot, pageTypes, reads } = context;
  switch (wish.part) {
    case 'date':
      return startOf(page, snapshot.moment);
    case 'published':
      return snapshot.firstLive(page.id);
    case 'changed':
      return snapshot.lastLive(page.id);
    case 'reads':
      return reads(page.id);
    case 'topics':
      return topicsOf(page.value)[0] ?? null;
    case 'field':
      return fieldKey(page, wish.field, pageTypes);
    default:
      return textOf(page, wish, context) || null;
  }
}

/** The first words of a text; all of them where no number is asked for. */
function cutAfter(text: string, most: number): string {
  if (most === 0) return text;
  const words = text.split(/\s+/);
  return words.length <= most ? text : `${words.slice(0, most).join(' ')}…`;
}
