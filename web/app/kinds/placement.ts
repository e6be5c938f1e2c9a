import { midSentence } from '@core/tongue/say';
import type { KindPlaces } from './kind-places';

/** Placements: made and mended in Arrange, on a page that they show on. */
export const placement: KindPlaces = {
  name: 'placement',
  workspace: '/placements',
  isSelectable: true,
  isSeen: true,
  foundAt: ({ id, pageId }) => ({ link: ['/arrange'], query: { page: pageId, sel: id } }),
  mendedAt: ({ recordId, pageId, from }, local) =>
    recordId === ''
      ? { link: ['/arrange'], query: { page: pageId } }
      : { link: ['/arrange'], query: { page: pageId, sel: recordId, ...(from ? { at: local(from) } : {}) } },
  noticed: (change, pages) => `${midSentence(change.target)}, ${pages}`,
};
