import { initialValues, type FieldValues } from '../../fields/index';
import { partsOf, plainPart, storedParts, type PartWish } from '../../listing/parts';
import type { UpgradeSteps } from '../../versions/upgrade';
import { fields } from './fields';

/** From older versions of a listing. */
export const upgrades: UpgradeSteps = new Map([
  // Version 1 knew no back shelf and no groups.
  [1, block => ({ ...block, typeVersion: 2, fields: { shelf: 'ordinary', grouped: '', ...(block['fields'] as object) } })],
  // Version 2 took pages from beneath one alone, and one topic.
  [2, block => ({ ...block, typeVersion: 3, fields: withTopics((block['fields'] ?? {}) as FieldValues) })],
  // Version 3 knew no carousel, no pages of results and no cut of standfirsts.
  [3, block => ({ ...block, typeVersion: 4, fields: { standfirstWords: 0, ...(block['fields'] as object) } })],
  // Version 4 showed title, date, standfirst and topics in this order, or not, and took one type.
  [4, block => ({ ...block, typeVersion: 5, fields: withParts((block['fields'] ?? {}) as FieldValues) })],
]);

function withTopics({ topic, ...held }: FieldValues): FieldValues {
  return { ...held, topics: topic ? [topic] : [] };
}

function withParts(before: FieldValues): FieldValues {
  const { type, showsStandfirst, standfirstWords, showsDate, showsTopics, ...held } = before;
  const shownAs = String(held['shownAs']);
  const isKept: Partial<Record<PartWish['part'], boolean>> = { standfirst: showsStandfirst !== false, date: showsDate !== false };
  const parts = partsOf({ shownAs })
    .filter(({ part }) => isKept[part] ?? true)
    .map(wish => (wish.part === 'standfirst' ? { ...wish, words: Number(standfirstWords ?? 0) } : wish));
  const withTopics = showsTopics ? [...parts, plainPart('topics')] : parts;
  return { ...initialValues(fields), ...held, types: type ? [type] : [], parts: storedParts(withTopics, shownAs) };
}
