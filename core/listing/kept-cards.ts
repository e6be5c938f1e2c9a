import { Kept } from '../collection/keeping';
import { filesOf } from '../file/holders';
import { pictureOf } from '../page/page';
import { localTimeAt } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { newCardOf, type CardContext, type CardManner, type CardModel } from './card';
import { fieldPicture } from './own-field';
import type { PartWish } from './parts';
import { startOf } from './start';

/** How many cards are kept for one tree of pages. */
const mostCardsKept = 500;

/** The cards of one tree of pages, for as long as all that they tell of besides stays. */
interface KeptCards {
  readonly files: ReturnType<typeof filesOf>;
  readonly words: CardContext['words'];
  readonly pageTypes: CardContext['pageTypes'];
  readonly cards: Kept<CardModel>;
}

const keptCards = new WeakMap<SiteSnapshot['pageById'], KeptCards>();

/**
 * What makes cards of pages that show some parts of them. A card that says the same to everybody is made once, whichever blocks
 * show it, so that what is written of it can be kept as well.
 */
export function cardsOf(wishes: readonly PartWish[], context: CardContext): (page: PageNode, manner: CardManner) => CardModel {
  const { style } = context;
  const kept = cardsIn(context);
  // Of another year the year is written.
  const asked = [wordsOf(wishes), style.zone, style.locale, localTimeAt(style.now, style.zone).slice(0, 4)].join(' ');
  return (page, manner) => {
    const rests = restsOf(page, wishes, manner, context);
    const make = () => newCardOf(page, wishes, manner, context);
    return rests === null ? make() : kept.at(`${asked} ${page.id} ${rests}`, make);
  };
}

function cardsIn({ snapshot, words, pageTypes }: CardContext): Kept<CardModel> {
  const files = filesOf(snapshot);
  const known = keptCards.get(snapshot.pageById);
  if (known && known.files === files && known.words === words && known.pageTypes === pageTypes) return known.cards;
  const cards = new Kept<CardModel>(mostCardsKept);
  keptCards.set(snapshot.pageById, { files, words, pageTypes, cards });
  return cards;
}

/** All on which a card rests besides its page, the files, words and types; null where it rests on who reads, or on counts. */
function restsOf(page: PageNode, wishes: readonly PartWish[], { isLarge, isAsTypeSays }: CardManner, context: CardContext): string | null {
  const { snapshot, pageTypes } = context;
  if (isAsTypeSays && pageTypes.get(page.value.type)?.renditions) return null;
  let rests = `${isLarge} ${isAsTypeSays}`;
  for (const { part, field } of wishes) {
    if (part === 'reads') return null;
    if (part === 'picture' && !isForAll(fieldPicture(page, field, pageTypes) || pictureOf(page.value), snapshot)) return null;
    if (part === 'date') rests += ` ${startOf(page, snapshot.moment)}`;
    if (part === 'published') rests += ` ${snapshot.firstLive(page.id)}`;
    if (part === 'changed') rests += ` ${snapshot.lastLive(page.id)}`;
  }
  return rests;
}

// A file without readers of its own is for whoever reads what shows it.
function isForAll(file: string, snapshot: SiteSnapshot): boolean {
  return (filesOf(snapshot).get(file)?.readers ?? null) === null;
}

const writtenWishes = new WeakMap<readonly PartWish[], string>();

// What is usual is one list for all.
function wordsOf(wishes: readonly PartWish[]): string {
  const known = writtenWishes.get(wishes) ?? JSON.stringify(wishes);
  writtenWishes.set(wishes, known);
  return known;
}
