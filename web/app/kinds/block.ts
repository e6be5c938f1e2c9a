import type { KindPlaces } from './kind-places';

/** Blocks: written in Blocks. */
export const block: KindPlaces = {
  name: 'block',
  workspace: '/blocks',
  writer: '/blocks',
  isSeen: true,
  foundAt: ({ id }) => ({ link: ['/blocks', id], query: {} }),
  mendedAt: ({ kind, recordId }) =>
    kind === 'block unseen' ? { link: ['/blocks'], query: { sel: recordId } } : { link: ['/blocks', recordId], query: {} },
  noticed: (_change, pages) => pages,
};
