import { filesById, type Field } from '../fields/index';
import type { UpgradeSteps } from '../versions/upgrade';

/** What every type of page that ships with the product consists of, in the order in which it is written. */
export const commonFields: readonly Field[] = [
  {
    name: 'standfirst',
    label: 'Standfirst',
    kind: 'short text',
    help: 'One or two sentences under the title; listings show it too. Empty shows none.',
    most: 500,
    hasOwnWords: true,
  },
  { name: 'body', label: 'Text', kind: 'rich text', help: 'Empty shows none; the page then consists of its blocks.', hasOwnWords: true },
  { name: 'picture', label: 'Picture', kind: 'picture', help: 'Empty: listings show it without one.', isAbout: true },
  {
    name: 'pictureText',
    label: 'Picture in words',
    kind: 'short text',
    help: 'For those who cannot see it, where this page needs other words than the picture has. Empty takes the picture’s own.',
    most: 300,
    hasOwnWords: true,
    isAbout: true,
  },
  { name: 'topics', label: 'Topics', kind: 'topics', help: 'Empty: it stands in no listing by topic.', most: 30, isAbout: true },
  {
    name: 'authors',
    label: 'Written by',
    kind: 'topics',
    of: 'authors',
    help: 'Names that readers see beneath the title. Empty names nobody.',
    most: 10,
    isAbout: true,
  },
  { name: 'isFeatured', label: 'Featured', kind: 'yes or no', help: 'Listings can take only what is featured. Off is not.', isAbout: true },
  { name: 'takesPlace', label: 'Takes place', noun: 'date', kind: 'moment', help: 'For events. Empty: at no set time.', isAbout: true },
];

/** From older versions of these fields. */
export const commonUpgrades: UpgradeSteps = new Map([
  // Version 1 named pictures by a path.
  [1, page => ({ ...page, typeVersion: 2, fields: filesById(commonFields, page['fields']) })],
]);
