import type { Change } from '@contract/messages';
import { fileIdOfPath } from '@core/fields/file/file';
import type { Field } from '@core/fields/index';
import type { PageValue } from '@core/page/page';
import { textOfParagraphs } from '@core/rich-text/document';
import type { SiteField, SiteTypes } from '@core/site-types/site-type';
import { demoFileId } from './files';
import type { LaidOut } from './lay-out';

const used = (field: Field): SiteField => ({ field, called: field.name, state: 'used' });

/** The types that the trust has made for itself: its boats, as pages and as cards. */
export const demoTypes: SiteTypes = {
  shared: [used({ name: 'skipper', label: 'Skipper', kind: 'short text', help: 'Who takes her out. Empty shows nobody.', most: 80 })],
  types: [
    {
      of: 'page',
      name: 'boat',
      label: 'Boat',
      description: 'What the trust goes to sea in.',
      fields: [
        used({ name: 'length', label: 'Length', kind: 'number', help: 'In metres.', least: 2, most: 40, initial: 6 }),
        used({ name: 'built', label: 'Built', kind: 'number', help: 'The year.', least: 1850, most: 2100, initial: 1970 }),
        used({
          name: 'used for',
          label: 'Used for',
          kind: 'choice',
          help: 'What she mostly does.',
          choices: [
            { value: 'counts', label: 'Counts at sea' },
            { value: 'trips', label: 'Trips with visitors' },
            { value: 'work', label: 'Work on the reserves' },
          ],
        }),
        { shared: 'skipper' },
      ],
      renditions: {
        whole: {
          way: 'template',
          template:
            '<dl class="facts">\n<dt>Length</dt><dd>{{length}} m</dd>\n<dt>Built</dt><dd>{{built}}</dd>\n{{#if skipper}}<dt>Skipper</dt><dd>{{skipper}}</dd>{{/if}}\n</dl>\n',
        },
        card: {
          way: 'arranged',
          parts: [
            { called: 'picture', isLabelled: false, as: 'text' },
            { called: 'title', isLabelled: false, as: 'heading' },
            { called: 'standfirst', isLabelled: false, as: 'text' },
            { called: 'length', isLabelled: true, as: 'quiet' },
            { called: 'built', isLabelled: true, as: 'quiet' },
          ],
        },
      },
      isKeptFromNew: false,
      isKeptFromLists: false,
      steps: [],
    },
  ],
};

/** The id of the page of the old boat, the same in every demo. */
export const demoBoatId = fileIdOfPath('the old boat');

/** The page of the old boat. */
export function demoBoat({ pageId }: LaidOut): Change {
  const value: PageValue = {
    version: 3,
    type: 'boat',
    typeVersion: 2,
    title: 'Gannet’s Wake',
    parentId: pageId('/about'),
    segment: 'gannets-wake',
    order: 'z0',
    layout: 'main-and-aside',
    readers: null,
    inMenu: true,
    menuLabel: '',
    fields: {
      standfirst: 'One very old boat, which starts when she is spoken to.',
      body: textOfParagraphs('She carries eleven and a thermos. In a westerly she carries nobody.'),
      picture: demoFileId('gannet-stack'),
      pictureText: '',
      topics: ['cliffs'],
      takesPlace: null,
      length: 9,
      built: 1958,
      'used for': 'trips',
      skipper: 'Ailsa Trevanion',
    },
  };
  return { recordId: demoBoatId, kind: 'page', value, retires: false, baseRevisionId: null };
}
