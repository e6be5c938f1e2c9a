import type { Field } from '../../fields/index';
import { cardsOf } from '../../listing/kept-cards';
import { plainPart } from '../../listing/parts';
import { startHoldsUntil } from '../../listing/start';
import { mayRead } from '../../placement/resolve';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  { name: 'page', label: 'Page', kind: 'page', help: 'What is written of it is shown, and follows it when it changes.', required: true },
  {
    name: 'as',
    label: 'Shown',
    kind: 'choice',
    help: 'As its type says for each, where the type is one of this site.',
    choices: [
      { value: 'card', label: 'As a card' },
      { value: 'line', label: 'In a line' },
      { value: 'whole', label: 'Whole' },
    ],
  },
  {
    name: 'size',
    label: 'Size',
    kind: 'choice',
    help: 'As one of several, or as the one thing that counts.',
    choices: [
      { value: 'ordinary', label: 'Ordinary' },
      { value: 'large', label: 'Large' },
    ],
  },
  { name: 'showsStandfirst', label: 'With the standfirst', kind: 'yes or no', help: 'Off shows none.', initial: true },
  { name: 'showsTopics', label: 'With the topics', kind: 'yes or no', help: 'Off shows none.' },
];

const shownParts = (['picture', 'title', 'date', 'standfirst', 'topics'] as const).map(part => plainPart(part));

/** One page as a card, from what is written of it. */
export const card: BlockType = {
  name: 'card',
  label: 'Card of a page',
  purpose: 'To read',
  description: 'One page as a card, from what is written of it.',
  version: 1,
  fields,
  model: context => {
    const { fields: chosen, snapshot, reader } = context;
    const page = snapshot.pageById.get(String(chosen['page']));
    if (page === undefined || !mayRead(page, reader)) return { data: { card: null }, dependsOn: snapshot.pageReaderFacts };
    const parts = shownParts.filter(
      ({ part }) => (part !== 'standfirst' || Boolean(chosen['showsStandfirst'])) && (part !== 'topics' || Boolean(chosen['showsTopics'])),
    );
    return {
      data: { card: cardsOf(parts, context)(page, { isLarge: chosen['size'] === 'large', isAsTypeSays: true }) },
      validUntil: startHoldsUntil(page, snapshot.moment),
      dependsOn: snapshot.pageReaderFacts,
    };
  },
};
