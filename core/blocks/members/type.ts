import type { Field } from '../../fields/index';
import { numberIn } from '../../format/moment';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'shows',
    label: 'Tells of',
    kind: 'choice',
    help: 'Everybody who has an account and no role here.',
    choices: [
      { value: 'newest', label: 'Those who came lately' },
      { value: 'here', label: 'Those who are here now' },
    ],
  },
  {
    name: 'days',
    label: 'Within so many days',
    kind: 'number',
    help: 'Who came before is not told of.',
    least: 1,
    most: 366,
    initial: 30,
    askedWhen: { field: 'shows', is: ['newest'] },
  },
  {
    name: 'words',
    label: 'In words',
    kind: 'short text',
    help: '{count} stands for how many. Empty shows the number alone.',
    most: 200,
    hasOwnWords: true,
  },
  {
    name: 'most',
    label: 'Names, at most',
    kind: 'number',
    help: 'Of those who agreed to it in their account, and only to readers who are signed in. 0 names nobody.',
    least: 0,
    most: 50,
    initial: 0,
  },
  { name: 'whenNone', label: 'When there are none', kind: 'short text', help: 'Empty shows nothing at all.', most: 200, hasOwnWords: true },
];

/** How many came lately or are here now, and the names of those who agreed to it. */
export const members: BlockType = {
  name: 'members',
  label: 'New members, who is here',
  purpose: 'To take part',
  description: 'How many came lately or are here now, and the names of those who agreed to it.',
  version: 1,
  fields,
  model: ({ fields: chosen, members: seen, reader, style }) => {
    const { count, named } = chosen['shows'] === 'here' ? seen.here() : seen.newest(Number(chosen['days']));
    const number = numberIn(count, style.locale);
    const words = String(chosen['words']);
    const line = count === 0 ? String(chosen['whenNone']) : words === '' ? number : words.replaceAll('{count}', number);
    return {
      data: { line, names: reader.signedIn ? named.slice(0, Number(chosen['most'])) : [] },
      validUntil: seen.validUntil,
      dependsOn: ['signed in'],
    };
  },
};
