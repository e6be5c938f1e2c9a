import type { Field } from '../fields/index';

/** A size in which sponsors’ pictures are made, in CSS pixels. The sizes are common practice. */
export interface SponsorSize {
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

/** The sizes in which sponsors’ pictures are made. */
export const sponsorSizes: readonly SponsorSize[] = [
  [300, 250],
  [300, 100],
  [320, 100],
  [728, 90],
  [970, 250],
  [160, 600],
].map(([width, height]) => ({ name: `${width}×${height}`, width: width!, height: height! }));

/** Of each size a choice. */
export const sizeChoices = sponsorSizes.map(({ name }) => ({ value: name, label: name }));

const pictureFields: readonly Field[] = [
  { name: 'size', label: 'Size', kind: 'choice', help: 'In pixels, across and down.', choices: sizeChoices },
  { name: 'picture', label: 'Picture', kind: 'picture', help: 'Made for this size, or for twice of it.', required: true },
];

/** What is written of a campaign; it runs for as long as it is live. */
export const campaignFields: readonly Field[] = [
  { name: 'client', label: 'Client', kind: 'short text', help: 'Who pays. Readers do not see it.', required: true, most: 120 },
  { name: 'link', label: 'Leads to', kind: 'link', help: 'Where whoever follows it comes to.', required: true },
  {
    name: 'words',
    label: 'In words',
    kind: 'short text',
    help: 'What the pictures say, for those who cannot see them.',
    required: true,
    most: 200,
    hasOwnWords: true,
  },
  {
    name: 'pictures',
    label: 'Pictures',
    kind: 'list',
    item: 'picture',
    help: 'One for each size of the slots in which it is to stand.',
    required: true,
    most: 12,
    fields: pictureFields,
  },
  {
    name: 'topics',
    label: 'On pages with one of the topics',
    kind: 'topics',
    help: 'Empty stands on pages of any topic, and of none.',
  },
  {
    name: 'searchWords',
    label: 'When readers search for one of the words',
    kind: 'short text',
    help: 'Parted by commas; it then stands nowhere but with the results of such a search. Empty asks for none.',
    most: 300,
    hasOwnWords: true,
  },
  {
    name: 'weight',
    label: 'Weight',
    kind: 'number',
    help: 'Of two campaigns in one slot, one of weight 20 is drawn twice as often as one of weight 10.',
    least: 1,
    most: 100,
    initial: 10,
  },
];
