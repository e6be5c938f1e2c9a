import type { BlockType } from '../block-type';

/** Running text with headings, lists and links. */
export const richText: BlockType = {
  name: 'rich text',
  label: 'Rich text',
  purpose: 'To read',
  description: 'Running text with headings, lists and links.',
  version: 1,
  fields: [{ name: 'body', label: 'Text', kind: 'rich text', help: 'What readers read.', required: true, hasOwnWords: true }] as const,
};
