import { carouselFields } from '../../carousel/fields';
import { fieldedKind } from '../fielded/fielded';

/** Settings of a carousel, kept once for all listings that are shown as it. */
export const carousel = fieldedKind({
  name: 'carousel',
  rights: {
    write: ['editor', 'manager', 'administrator'],
    review: ['editor', 'manager', 'administrator'],
    publish: ['editor', 'manager', 'administrator'],
  },
  fields: carouselFields,
});
