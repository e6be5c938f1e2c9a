import type { KindPlaces } from './kind-places';

/** Menus: set in Set-up, written beside a page on which they show. */
export const menu: KindPlaces = {
  name: 'menu',
  workspace: '/set-up/menus',
  writer: '/menus',
  foundAt: ({ id }) => ({ link: ['/menus', id], query: {} }),
  mendedAt: ({ recordId }) => ({ link: ['/menus', recordId], query: {} }),
  noticed: (_change, pages) => pages,
};
