import type { KindPlaces } from './kind-places';

/** Seasons: written and selected in Rules. */
export const season: KindPlaces = {
  name: 'season',
  workspace: '/rules',
  foundAt: ({ id }) => ({ link: ['/rules'], query: { sel: id } }),
  mendedAt: ({ recordId }) => ({ link: ['/rules'], query: { sel: recordId } }),
  noticed: (_change, pages) => pages,
};
