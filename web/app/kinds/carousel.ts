import type { KindPlaces } from './kind-places';

/** Carousels: set in Set-up, chosen in listings. */
export const carousel: KindPlaces = {
  name: 'carousel',
  workspace: '/set-up/carousels',
  writer: '/carousels',
  foundAt: ({ id }) => ({ link: ['/carousels', id], query: {} }),
  mendedAt: ({ recordId }) => ({ link: ['/carousels', recordId], query: {} }),
  noticed: (_change, pages) => pages,
};
