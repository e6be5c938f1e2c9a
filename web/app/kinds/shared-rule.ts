import type { KindPlaces } from './kind-places';

/** Shared rules: written and selected in Rules. */
export const sharedRule: KindPlaces = {
  name: 'shared rule',
  workspace: '/rules',
  foundAt: ({ id }) => ({ link: ['/rules'], query: { sel: id } }),
  mendedAt: ({ recordId }) => ({ link: ['/rules'], query: { sel: recordId } }),
  noticed: (_change, pages) => pages,
};
