import type { KindPlaces } from './kind-places';

/** Expectations: written and selected in Rules. */
export const expectation: KindPlaces = {
  name: 'expectation',
  workspace: '/rules',
  foundAt: ({ id }) => ({ link: ['/rules'], query: { sel: id } }),
  mendedAt: ({ recordId }) => ({ link: ['/rules'], query: { sel: recordId } }),
  noticed: (_change, pages) => pages,
};
