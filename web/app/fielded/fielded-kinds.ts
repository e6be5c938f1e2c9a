import type { FieldedKindName } from '@contract/fielded';
import { carouselFields } from '@core/carousel/fields';
import type { AnyField } from '@core/fields/index';
import { campaignFields } from '@core/sponsor/fields';

/** What the editor says of a kind of record made of fields. */
export interface FieldedWords {
  readonly name: FieldedKindName;
  readonly fields: readonly AnyField[];
  /** Route of its form, before its id. */
  readonly writer: string;
  readonly what: string;
  readonly write: string;
  readonly none: string;
  readonly titleHelp: string;
}

/** The kinds of record made of fields, as the editor speaks of them. */
export const fieldedKinds: Readonly<Record<FieldedKindName, FieldedWords>> = {
  carousel: {
    name: 'carousel',
    fields: carouselFields,
    writer: '/carousels',
    what: $localize`How a carousel shows and moves is set here once, and chosen in any listing that is shown as one.`,
    write: $localize`Set a carousel`,
    none: $localize`There is none yet: listings shown as a carousel take what a new one starts with.`,
    titleHelp: $localize`By which it is chosen in listings. Readers do not see it.`,
  },
  campaign: {
    name: 'campaign',
    fields: campaignFields,
    writer: '/campaigns',
    what: $localize`A campaign stands in the sponsor slots that it fits for as long as it is live.`,
    write: $localize`Write a campaign`,
    none: $localize`There is none yet: sponsor slots stay empty.`,
    titleHelp: $localize`For lists and reports. Readers do not see it.`,
  },
};
