import type { Field } from '../../fields/index';
import { slotAt } from '../../sponsor/campaigns';
import { sizeChoices, sponsorSizes } from '../../sponsor/fields';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  { name: 'size', label: 'Size', kind: 'choice', help: 'Only pictures made for it stand here.', choices: sizeChoices },
  {
    name: 'topics',
    label: 'Campaigns',
    kind: 'choice',
    help: 'A campaign for some topics stands only on pages that have one of them, either way.',
    choices: [
      { value: 'any', label: 'For the topics of the page, or for any' },
      { value: 'shared', label: 'Only those for the topics of the page' },
    ],
  },
  {
    name: 'order',
    label: 'Which of them',
    kind: 'choice',
    help: 'Drawn anew in proportion to their weights, the same for all who read at that time; or always the heaviest.',
    choices: [
      { value: 'drawn', label: 'Drawn by weight' },
      { value: 'heaviest', label: 'The heaviest first' },
    ],
  },
  {
    name: 'minutes',
    label: 'Drawn anew every',
    kind: 'number',
    help: 'Minutes.',
    least: 1,
    most: 1_440,
    initial: 5,
    askedWhen: { field: 'order', is: ['drawn'] },
  },
  { name: 'most', label: 'At most', kind: 'number', help: 'How many at a time.', least: 1, most: 6, initial: 1 },
  {
    name: 'above',
    label: 'Above it',
    kind: 'short text',
    help: 'So that readers know what it is. Empty says “From a sponsor”.',
    most: 80,
    hasOwnWords: true,
  },
  { name: 'beneath', label: 'Beneath it', kind: 'short text', help: 'Empty says nothing.', most: 200, hasOwnWords: true },
];

/** Room for sponsors, in which campaigns take turns. */
export const sponsorSlot: BlockType = {
  name: 'sponsor slot',
  label: 'Sponsor slot',
  purpose: 'Partners and outside',
  description: 'Room for sponsors, in which campaigns take turns.',
  version: 1,
  fields,
  hasNoTitle: true,
  leastWidth: chosen => sponsorSizes.find(each => each.name === chosen['size'])?.width ?? 0,
  model: ({ fields: chosen, snapshot, page, blockId, opener, searched }) => {
    const { shown, validUntil } = slotAt(chosen, { snapshot, page, seed: blockId, searched });
    const size = sponsorSizes.find(each => each.name === chosen['size'])!;
    const campaigns = shown.flatMap(({ id, words, picture }) => {
      const file = opener.file(picture);
      return file ? [{ id, words, address: file.address, ...size }] : [];
    });
    return { data: { campaigns }, validUntil };
  },
};
