import type { KindPlaces } from './kind-places';

/** Campaigns of sponsors: written in Set-up, drawn for slots. */
export const campaign: KindPlaces = {
  name: 'campaign',
  workspace: '/set-up/sponsors',
  writer: '/campaigns',
  foundAt: ({ id }) => ({ link: ['/campaigns', id], query: {} }),
  mendedAt: ({ recordId }) => ({ link: ['/campaigns', recordId], query: {} }),
  noticed: (_change, pages) => pages,
};
