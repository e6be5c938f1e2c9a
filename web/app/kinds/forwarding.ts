import type { KindPlaces } from './kind-places';

/** Forwardings: set in Set-up, among the addresses. */
export const forwarding: KindPlaces = {
  name: 'forwarding',
  workspace: '/set-up/addresses',
  foundAt: ({ title }) => ({ link: ['/set-up/addresses'], query: { find: title } }),
  mendedAt: () => ({ link: ['/set-up/addresses'], query: {} }),
  noticed: (_change, pages) => pages,
};
