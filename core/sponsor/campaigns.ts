import type { FieldValues } from '../fields/field';
import type { ListItem } from '../fields/list/list';
import { fieldedOf } from '../kinds/fielded/fielded';
import { topicsOf } from '../page/page';
import type { Instant } from '../schedule/local-time';
import { askedWords } from '../search/asked-words';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { draw } from './draw';

/** A campaign as a slot shows it. */
export interface SlottedCampaign {
  readonly id: string;
  readonly weight: number;
  readonly title: string;
  readonly words: string;
  /** The id of its picture in the size of the slot. */
  readonly picture: string;
}

/** Why a live campaign does not stand in a slot. */
export type NotSlotted = 'size' | 'topics' | 'words';

/** What stands in a slot, and until when. */
export interface SlotAnswer {
  readonly shown: readonly SlottedCampaign[];
  /** All that take turns in it. */
  readonly fitting: readonly SlottedCampaign[];
  readonly validUntil: Instant;
}

/** Where a slot stands. */
export interface SlotPlace {
  readonly snapshot: SiteSnapshot;
  /** Null on service pages. */
  readonly page: PageNode | null;
  /** What a reader searches for, on the page of results; left out, nothing. */
  readonly searched?: string;
  /** The id of its block, so that two slots draw apart. */
  readonly seed: string;
}

// Whole words, without their stems: the editor has this too, and would have to load a stemmer for each language.
function inARow(words: string): string {
  return ` ${(words.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).join(' ')} `;
}

/** The live campaigns that fit a slot on a page, the heaviest first. @param note - told of each that does not fit */
export function campaignsFor(
  { size, topics }: FieldValues,
  { snapshot, page, searched = '' }: Omit<SlotPlace, 'seed'>,
  note?: (id: string, why: NotSlotted) => void,
): readonly SlottedCampaign[] {
  const here = new Set(page ? topicsOf(page.value) : []);
  const said = inARow(searched);
  return [...fieldedOf(snapshot, 'campaign')]
    .flatMap(([id, { title, fields }]): SlottedCampaign[] => {
      const item = (fields['pictures'] as readonly ListItem[]).find(each => each.fields['size'] === size);
      if (!item) {
        note?.(id, 'size');
        return [];
      }
      const asked = fields['topics'] as readonly string[];
      const isFit = asked.length === 0 ? topics !== 'shared' : asked.some(each => here.has(each));
      if (!isFit) {
        note?.(id, 'topics');
        return [];
      }
      const wanted = askedWords(String(fields['searchWords'] ?? ''));
      if (wanted.length > 0 && !wanted.some(each => said.includes(inARow(each)))) {
        note?.(id, 'words');
        return [];
      }
      const { weight, words } = fields;
      return [{ id, weight: Number(weight), title, words: String(words), picture: String(item.fields['picture']) }];
    })
    .sort((a, b) => b.weight - a.weight || (a.title < b.title ? -1 : a.title > b.title ? 1 : 0) || (a.id < b.id ? -1 : 1));
}

/**
 * What stands in a slot at the moment of a snapshot: the heaviest, or drawn anew every so many minutes. It follows from the
 * moment alone, so that the same is seen by all who read then, and by whoever looks back.
 */
export function slotAt(fields: FieldValues, place: SlotPlace): SlotAnswer {
  const fitting = campaignsFor(fields, place);
  const most = Number(fields['most']);
  if (fields['order'] === 'heaviest' || fitting.length <= 1) return { shown: fitting.slice(0, most), fitting, validUntil: Infinity };
  const turn = Number(fields['minutes']) * 60_000;
  const index = Math.floor(place.snapshot.moment / turn);
  return { shown: draw(fitting, most, `${place.seed} ${index}`), fitting, validUntil: (index + 1) * turn };
}
