import type { FieldOpener } from '../fields/field';
import type { OpenFile } from '../file/open-file';
import { writeFullMoment, type MomentStyle } from '../format/moment';
import { pictureOf, pictureTextOf, standfirstOf, topicsOf } from '../page/page';
import type { PageType } from '../page-types/page-type';
import type { PageNode } from '../site/snapshot';
import { ownLookOf, type OwnLook } from '../site-types/own-look';
import { startOf } from './start';

/** A page as listings and cards show it. */
export interface CardModel {
  readonly title: string;
  readonly path: string;
  readonly standfirst: string;
  /** Null where it has none that this reader may have. */
  readonly picture: OpenFile | null;
  readonly pictureText: string;
  readonly when: string;
  readonly topics: readonly string[];
  readonly isLarge: boolean;
  /** How its type says that it is shown; null where the theme shows it as all pages. */
  readonly own: OwnLook | null;
}

/** What of a page a card shows. */
export interface CardWish {
  readonly standfirst: boolean;
  /** After how many words a standfirst is cut; 0 leaves it whole. */
  readonly standfirstWords: number;
  readonly date: boolean;
  readonly topics: boolean;
  readonly isLarge: boolean;
}

/** For whom a card is made. */
export interface CardContext {
  readonly style: MomentStyle;
  readonly opener: FieldOpener;
  /** The types of page that the site knows. */
  readonly pageTypes: ReadonlyMap<string, PageType>;
}

/** A page as a card. */
export function cardOf(page: PageNode, wish: CardWish, { style, opener, pageTypes }: CardContext): CardModel {
  const start = startOf(page);
  const { value, address } = page;
  return {
    title: value.title,
    path: address,
    standfirst: wish.standfirst ? cutAfter(standfirstOf(value), wish.standfirstWords) : '',
    picture: opener.file(pictureOf(value)),
    pictureText: pictureTextOf(value),
    when: start === null || !wish.date ? '' : writeFullMoment(start, style),
    topics: wish.topics ? topicsOf(value) : [],
    isLarge: wish.isLarge,
    own: ownLookOf(page, pageTypes, opener),
  };
}

/** The first words of a text; all of them where no number is asked for. */
function cutAfter(text: string, most: number): string {
  const words = text.split(/\s+/);
  return most === 0 || words.length <= most ? text : `${words.slice(0, most).join(' ')}…`;
}
