import type { Field } from '../../fields/index';
import { beneathFront } from '../../site/beneath-front';
import type { BlockType } from '../block-type';
import { purposeField } from '../consent';

const fields: readonly Field[] = [
  {
    name: 'code',
    label: 'Code',
    kind: 'long text',
    help: 'HTML as somebody else gives it. It runs in a frame of its own and reaches nothing of this site.',
    required: true,
    most: 20_000,
    changedBy: ['administrator'],
  },
  {
    name: 'what',
    label: 'What it is',
    kind: 'short text',
    help: 'For those who cannot see it, and for those who decide whether to have it shown.',
    required: true,
    most: 120,
    hasOwnWords: true,
  },
  {
    name: 'from',
    label: 'From whom',
    kind: 'short text',
    help: 'Who gets to know that it was shown: “charts.example”.',
    required: true,
    most: 120,
  },
  { name: 'height', label: 'Height', kind: 'number', help: 'In pixels.', least: 60, most: 2_000, initial: 320 },
  purposeField,
];

/** Code of somebody else, shut in a frame, once whoever reads wants it. */
export const foreignCode: BlockType = {
  name: 'foreign code',
  label: 'Foreign code',
  purpose: 'Partners and outside',
  description: 'Code of somebody else, shut in a frame, once whoever reads wants it.',
  version: 1,
  fields,
  model: ({ snapshot, blockId, fields: chosen }) => ({
    data: { frame: beneathFront(snapshot, `/foreign/${blockId}`), from: chosen['from'], link: '' },
    // Readers get it from its own address, not within the page.
    fields: { ...chosen, code: '' },
  }),
};
