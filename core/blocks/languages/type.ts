import type { Field } from '../../fields/index';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'showsCurrent',
    label: 'With the one being read',
    kind: 'yes or no',
    help: 'Off names the others only.',
    initial: true,
  },
  {
    name: 'others',
    label: 'Where this page is not there',
    kind: 'choice',
    help: 'A language in which this very page is not to be read leads to the nearest page above it and says which, or is left away.',
    choices: [
      { value: 'nearest', label: 'Lead to the nearest page' },
      { value: 'away', label: 'Leave it away' },
    ],
    initial: 'nearest',
  },
];

/** The languages of the site, each in its own name, leading to this page there. */
export const languages: BlockType = {
  name: 'languages',
  label: 'Languages',
  purpose: 'To find more',
  description: 'The languages of the site, each in its own name, leading to this page there.',
  version: 1,
  fields,
  hasNoTitle: true,
  model: ({ fields: chosen, alternates }) => {
    const { list, validUntil, dependsOn } = alternates();
    const shown = list.filter(
      each => (each.isSamePage || each.isCurrent || chosen['others'] === 'nearest') && (Boolean(chosen['showsCurrent']) || !each.isCurrent),
    );
    return { data: { languages: list.length > 1 ? shown : [] }, validUntil, dependsOn };
  },
};
