import type { KindPlaces } from './kind-places';

/** Pages: written in Pages, looked at in Arrange. */
export const page: KindPlaces = {
  name: 'page',
  workspace: '/pages',
  writer: '/pages',
  isSeen: true,
  foundAt: ({ id, pageId }) => (pageId ? { link: ['/arrange'], query: { page: id } } : { link: ['/pages', id], query: {} }),
  mendedAt: ({ recordId }) => ({ link: ['/pages', recordId], query: {} }),
  noticed: change => `(${change.target})`,
};
