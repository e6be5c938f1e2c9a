import type { KindPlaces } from './kind-places';

/** Files: shown and set in Files. */
export const file: KindPlaces = {
  name: 'file',
  workspace: '/files',
  isSeen: true,
  foundAt: ({ id }) => ({ link: ['/files'], query: { sel: id } }),
  mendedAt: ({ recordId }) => ({ link: ['/files'], query: { sel: recordId } }),
  noticed: (_change, pages) => pages,
};
