import type { Field } from '../../fields/index';
import { mayRead } from '../../placement/resolve';
import type { PageNode } from '../../site/snapshot';
import type { BlockContext, BlockType } from '../block-type';
import type { PageLink } from '../page-link';

const fields: readonly Field[] = [
  { name: 'start', label: 'Starts at', kind: 'page', help: 'Empty starts at the section of the page it stands on.' },
  { name: 'levels', label: 'Levels', kind: 'number', help: 'How many levels are shown.', least: 1, most: 4 },
  {
    name: 'closedBranches',
    label: 'Show closed branches',
    kind: 'yes or no',
    help: 'Off opens only the branch of the page being read.',
  },
];

/** The page tree from one page down. */
export const menu: BlockType = {
  name: 'menu',
  label: 'Menu',
  purpose: 'To find more',
  description: 'The page tree from one page down.',
  version: 1,
  fields,
  model: context => ({ data: { links: menuLinks(context) }, dependsOn: context.snapshot.pageReaderFacts }),
};

function menuLinks({ snapshot, fields: chosen, page: current, reader }: BlockContext): readonly PageLink[] {
  const start = chosen['start'] ? snapshot.pageById.get(String(chosen['start'])) : (sectionOf(current) ?? snapshot.front);
  if (!start) return [];
  const lineage = current?.facts.lineage ?? [];
  const linksBeneath = (page: PageNode, levels: number): readonly PageLink[] =>
    page.children
      .filter(child => child.value.inMenu && mayRead(child, reader))
      .map(child => ({
        title: child.value.menuLabel || child.value.title,
        path: child.facts.path,
        isCurrent: child === current,
        isClosed: false,
        holdsCurrent: lineage.includes(child.id) && child !== current,
        children: levels > 1 && (chosen['closedBranches'] || lineage.includes(child.id)) ? linksBeneath(child, levels - 1) : [],
      }));
  return linksBeneath(start, Number(chosen['levels']));
}

/** The page at depth 1 that holds the given one. */
function sectionOf(page: PageNode | null): PageNode | null {
  let at = page;
  while (at && at.depth > 1) at = at.parent;
  return at;
}
