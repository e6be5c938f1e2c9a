import { initialValues, type FieldValues } from '../fields/index';
import { fieldedOf } from '../kinds/fielded/fielded';
import type { SiteSnapshot } from '../site/snapshot';
import { carouselFields } from './fields';

/** The least time for which one place of a carousel can be read, in seconds. */
const leastSeconds = 5;

/** A carousel as templates read it. */
export interface CarouselModel {
  readonly inView: { readonly phone: number; readonly tablet: number; readonly desk: number };
  readonly shape: string;
  /** To which crop its pictures are cut. */
  readonly crop: string;
  readonly arrows: boolean;
  readonly dots: boolean;
  readonly loops: boolean;
  /** 0 stays still. */
  readonly seconds: number;
}

/** The settings of a carousel that are live under an id; where there are none, those that a new one starts with. */
export function carouselNamed(snapshot: SiteSnapshot, id: string): CarouselModel {
  return carouselOf(fieldedOf(snapshot, 'carousel').get(id)?.fields ?? initialValues(carouselFields));
}

/** A carousel as its settings have it; one that moves rests long enough on each place to be read. */
export function carouselOf(fields: FieldValues): CarouselModel {
  const number = (name: string) => Number(fields[name]);
  const seconds = number('seconds');
  return {
    inView: { phone: number('phone'), tablet: number('tablet'), desk: number('desk') },
    shape: String(fields['shape']),
    crop: fields['shape'] === 'wide' ? 'card' : String(fields['shape']),
    arrows: Boolean(fields['arrows']),
    dots: Boolean(fields['dots']),
    loops: Boolean(fields['loops']),
    seconds: seconds === 0 ? 0 : Math.max(leastSeconds, seconds),
  };
}
