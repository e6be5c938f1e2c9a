import type { Field } from '../../fields/index';
import { fromLevel, linksBeneath, linksOfMenu, menusOf, toLevels } from '../../menu/links';
import type { PageNode } from '../../site/snapshot';
import type { BlockContext, BlockPart, BlockType } from '../block-type';

const fields: readonly Field[] = [
  { name: 'menu', label: 'Menu', kind: 'record', of: 'menu', help: 'One that was put together by hand. Empty follows the page tree.' },
  {
    name: 'start',
    label: 'Starts at',
    kind: 'page',
    help: 'Empty starts at the section of the page it stands on.',
    askedWhen: { field: 'menu', is: [''] },
  },
  {
    name: 'fromLevel',
    label: 'From level',
    kind: 'number',
    help: '1 begins with the outermost; 2 with what lies beneath the branch being read, and so on.',
    least: 1,
    most: 4,
    initial: 1,
  },
  { name: 'levels', label: 'Levels', kind: 'number', help: 'How many levels are shown.', least: 1, most: 4 },
  {
    name: 'closedBranches',
    label: 'Show closed branches',
    kind: 'yes or no',
    help: 'Off opens only the branch of the page being read.',
  },
];

/** A menu put together by hand, or the page tree from one page down. */
export const menu: BlockType = {
  name: 'menu',
  label: 'Menu',
  purpose: 'To find more',
  description: 'A menu put together by hand, or the page tree from one page down.',
  version: 2,
  fields,
  upgrades: new Map([
    // Version 1 knew the page tree alone.
    [1, block => ({ ...block, typeVersion: 2, fields: { menu: '', fromLevel: 1, ...(block['fields'] as object) } })],
  ]),
  model: menuPart,
};

function menuPart(context: BlockContext): BlockPart {
  const { fields: chosen, snapshot, page, reader } = context;
  const [from, levels, showsClosed] = [Number(chosen['fromLevel']), Number(chosen['levels']), Boolean(chosen['closedBranches'])];
  if (chosen['menu'] !== '') {
    const held = menusOf(snapshot).get(String(chosen['menu']));
    if (!held) return { data: { links: [] } };
    const { links, validUntil, dependsOn } = linksOfMenu(held, context, from - 1 + levels);
    return { data: { links: toLevels(fromLevel(links, from), levels, showsClosed) }, validUntil, dependsOn };
  }
  const start = chosen['start'] ? snapshot.pageById.get(String(chosen['start'])) : (sectionOf(page) ?? snapshot.front);
  const lineage = page?.facts.lineage ?? [];
  const isOpened = (each: PageNode) => showsClosed || lineage.includes(each.id);
  const links = start ? fromLevel(linksBeneath({ page, reader }, start, levels + from - 1, isOpened), from) : [];
  return { data: { links }, dependsOn: snapshot.pageReaderFacts };
}

/** The page at depth 1 that holds the given one. */
function sectionOf(page: PageNode | null): PageNode | null {
  let at = page;
  while (at && at.depth > 1) at = at.parent;
  return at;
}
