import { lotOf } from '../../collection/lot';
import type { Field } from '../../fields/index';
import { filesOf } from '../../file/holders';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'folder',
    label: 'Folder',
    kind: 'short text',
    help: 'Of the library, as it is written there: “Drawings/Reserves”. Folders within it count too.',
    required: true,
    most: 300,
  },
  {
    name: 'shape',
    label: 'Shape',
    kind: 'choice',
    help: 'Cut to one shape around what matters, or as each is.',
    choices: [
      { value: 'card', label: 'Wide' },
      { value: 'square', label: 'Square' },
      { value: 'tall', label: 'Tall' },
      { value: '', label: 'Each its own' },
    ],
  },
  { name: 'minutes', label: 'Another one every', kind: 'number', help: 'Minutes.', least: 1, most: 10_080, initial: 60 },
  { name: 'showsCaption', label: 'With caption and credit', kind: 'yes or no', help: 'Off shows neither.', initial: true },
  { name: 'linkTo', label: 'Leads to', kind: 'link', help: 'Empty leads nowhere.' },
];

/** One picture of a folder, and after a while another. */
export const randomPicture: BlockType = {
  name: 'random picture',
  label: 'Random picture',
  purpose: 'Partners and outside',
  description: 'One picture of a folder, and after a while another.',
  version: 1,
  fields,
  model: ({ fields: chosen, snapshot, blockId, opener }) => {
    const folder = String(chosen['folder']).replace(/\/+$/, '');
    const turn = Number(chosen['minutes']) * 60_000;
    const index = Math.floor(snapshot.moment / turn);
    const pictures = [...filesOf(snapshot)]
      .filter(([, file]) => file.content.width !== null && (file.folder === folder || file.folder.startsWith(`${folder}/`)))
      .map(([id]) => id)
      .sort()
      .flatMap(id => opener.file(id) ?? []);
    // The same for all who read at that time, and for whoever looks back.
    const picture = pictures[lotOf(`${blockId} ${index}`) % Math.max(1, pictures.length)] ?? null;
    return { data: { picture }, validUntil: pictures.length > 1 ? (index + 1) * turn : undefined };
  },
};
