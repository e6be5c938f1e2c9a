import type { Field } from '../../fields/index';
import { filesOf } from '../../file/holders';
import { numberIn } from '../../format/moment';
import { comingStart, nextTurn } from '../../listing/start';
import { takesPlaceOf, topicsOf } from '../../page/page';
import { pageTypeNames } from '../../page-types/index';
import { mayRead } from '../../placement/resolve';
import type { PageNode } from '../../site/snapshot';
import type { BlockContext, BlockType } from '../block-type';

const ofType = 'pages of the type ';

const figureFields: readonly Field[] = [
  {
    name: 'figure',
    label: 'How many',
    kind: 'choice',
    help: 'Counted as whoever reads may see them.',
    choices: [
      { value: 'pages', label: 'Pages' },
      ...pageTypeNames.map(type => ({ value: `${ofType}${type}`, label: `Pages of the type ${type}` })),
      { value: 'to come', label: 'Pages of what is to come' },
      { value: 'topics', label: 'Topics' },
      { value: 'pictures', label: 'Pictures in the library' },
    ],
  },
  {
    name: 'label',
    label: 'Called',
    kind: 'short text',
    help: 'Beside the number: “reserves”.',
    required: true,
    most: 60,
    hasOwnWords: true,
  },
];

const fields: readonly Field[] = [
  {
    name: 'figures',
    label: 'Figures',
    kind: 'list',
    item: 'figure',
    help: 'In the order in which they stand.',
    required: true,
    most: 8,
    fields: figureFields,
  },
];

/** Numbers about the site, counted by itself. */
export const figures: BlockType = {
  name: 'figures',
  label: 'Figures',
  purpose: 'Partners and outside',
  description: 'Numbers about the site, counted by themselves.',
  version: 1,
  fields,
  model: context => {
    const { snapshot, reader, style } = context;
    const pages = snapshot.pages.filter(page => mayRead(page, reader));
    const chosen = context.fields['figures'] as readonly { readonly figure: string; readonly label: string }[];
    return {
      data: {
        figures: chosen.map(({ figure, label }) => ({ count: numberIn(countOf(figure, pages, context), style.locale), label })),
      },
      validUntil: pages.reduce(
        (next, page) => (takesPlaceOf(page.value) ? Math.min(next, nextTurn(page, snapshot.moment)) : next),
        Infinity,
      ),
      dependsOn: snapshot.pageReaderFacts,
    };
  },
};

function countOf(figure: string, pages: readonly PageNode[], { snapshot }: BlockContext): number {
  if (figure.startsWith(ofType)) return pages.filter(page => page.value.type === figure.slice(ofType.length)).length;
  switch (figure) {
    case 'to come':
      return pages.filter(page => comingStart(page, snapshot.moment) !== null).length;
    case 'topics':
      return new Set(pages.flatMap(page => topicsOf(page.value))).size;
    case 'pictures':
      return [...filesOf(snapshot).values()].filter(file => file.content.width !== null && file.readers === null).length;
    default:
      return pages.length;
  }
}
