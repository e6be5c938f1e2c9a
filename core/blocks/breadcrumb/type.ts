import type { Field } from '../../fields/index';
import { mayRead } from '../../placement/resolve';
import type { PageNode } from '../../site/snapshot';
import type { BlockContext, BlockType } from '../block-type';
import type { PageLink } from '../page-link';

const fields: readonly Field[] = [
  {
    name: 'leadIn',
    label: 'Lead-in',
    kind: 'short text',
    help: 'Words before the first link. Empty shows none.',
    most: 60,
    hasOwnWords: true,
  },
  { name: 'homeLabel', label: 'Name of the front page', kind: 'short text', help: 'Empty takes its title.', most: 60, hasOwnWords: true },
  {
    name: 'showsCurrent',
    label: 'Ends with the page being read',
    kind: 'yes or no',
    help: 'Off ends with the page above.',
    initial: true,
  },
  { name: 'separator', label: 'Separator', kind: 'short text', help: 'Stands between two links.', most: 3, required: true, initial: '›' },
];

/** The way from the front page to here. */
export const breadcrumb: BlockType = {
  name: 'breadcrumb',
  label: 'Breadcrumb',
  purpose: 'To find more',
  description: 'The way from the front page to here.',
  version: 1,
  fields,
  hasNoTitle: true,
  model: context => ({ data: { links: wayLinks(context) }, dependsOn: context.snapshot.pageReaderFacts }),
};

function wayLinks({ snapshot, fields: chosen, page, reader }: BlockContext): readonly PageLink[] {
  const way: PageNode[] = [];
  for (let at = page; at; at = at.parent) way.unshift(at);
  return way.filter(each => each !== page || chosen['showsCurrent']).map(each => (mayRead(each, reader) ? openStep(each) : closedStep));
  function openStep(each: PageNode): PageLink {
    return {
      title: each === snapshot.front ? String(chosen['homeLabel'] || each.value.title) : each.value.menuLabel || each.value.title,
      path: each.address,
      isCurrent: each === page,
      isClosed: false,
      holdsCurrent: false,
      children: [],
    };
  }
}

/** A step that the reader may not read. */
const closedStep: PageLink = { title: '', path: '', isCurrent: false, isClosed: true, holdsCurrent: false, children: [] };
