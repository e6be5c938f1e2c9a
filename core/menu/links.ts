import type { PageLink } from '../blocks/page-link';
import type { FieldOpener } from '../fields/field';
import { fileLinked } from '../file/address';
import { mayRead } from '../placement/resolve';
import { withDates } from '../rule/shared-rule';
import { alwaysHolds } from '../rule/tree';
import { compileWhen, nextWhenBoundary } from '../rule/when';
import { compileWhere } from '../rule/where';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import { valuesOfKind } from '../site/live-set';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import type { MenuEntry, MenuValue } from './menu';

/** For whom and where a menu is read. */
export interface MenuContext {
  readonly snapshot: SiteSnapshot;
  /** The page being read; null on service pages. */
  readonly page: PageNode | null;
  readonly reader: ReaderFacts;
  readonly opener: FieldOpener;
}

/** The links of a menu, until when they stay the same by themselves, and on which reader facts they rest. */
export interface MenuLinks {
  readonly links: readonly PageLink[];
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
}

/** The live menus of a snapshot, by id. */
export function menusOf(snapshot: SiteSnapshot): ReadonlyMap<string, MenuValue> {
  return valuesOfKind<MenuValue>(snapshot.values, 'menu');
}

/** The pages beneath one, as links, down to so many levels. @param isOpened - whether what lies beneath a page is shown too */
export function linksBeneath(
  { page: current, reader }: Pick<MenuContext, 'page' | 'reader'>,
  page: PageNode,
  levels: number,
  isOpened: (page: PageNode) => boolean,
): readonly PageLink[] {
  if (levels < 1) return [];
  const lineage = current?.facts.lineage ?? [];
  return page.children
    .filter(child => child.value.inMenu && mayRead(child, reader))
    .map(child => ({
      title: child.value.menuLabel || child.value.title,
      path: child.address,
      isCurrent: child === current,
      isClosed: false,
      holdsCurrent: lineage.includes(child.id) && child !== current,
      children: isOpened(child) ? linksBeneath({ page: current, reader }, child, levels - 1, isOpened) : [],
    }));
}

/**
 * A menu as links for one reader: entries of pages that they may not read, or whose time it is not, are not there.
 * @param levels - how many are to be shown, from the outermost
 */
export function linksOfMenu(menu: MenuValue, context: MenuContext, levels: number): MenuLinks {
  const { snapshot, page } = context;
  let validUntil = Infinity;
  const dependsOn = new Set<string>();
  const linkOf = (entry: MenuEntry, level: number): readonly PageLink[] => {
    if (entry.notIn?.includes(snapshot.locale)) return [];
    if (!alwaysHolds(entry.when)) {
      const when = withDates(entry.when, snapshot.sharedRules);
      validUntil = Math.min(validUntil, nextWhenBoundary(when, snapshot.moment));
      if (!compileWhen(when)(snapshot.moment)) return [];
    }
    for (const key of readerFactsIn(entry.who)) dependsOn.add(key);
    if (!compileWho(entry.who)(context.reader)) return [];
    const place = placeOf(entry, context, levels - level);
    if (place === null) return [];
    const children = [...place.beneath, ...entry.entries.flatMap(each => linkOf(each, level + 1))];
    // Words above nothing say nothing.
    if (place.path === '' && children.length === 0) return [];
    const isCurrent = entry.currentOn === null ? place.isCurrent : page !== null && compileWhere(entry.currentOn)(page.facts);
    const holdsCurrent = !isCurrent && (place.holdsCurrent || children.some(each => each.isCurrent || each.holdsCurrent));
    return [{ title: entry.words || place.title, path: place.path, isCurrent, isClosed: false, holdsCurrent, children }];
  };
  const links = menu.entries.flatMap(each => linkOf(each, 1));
  return { links, validUntil, dependsOn: [...dependsOn, ...snapshot.pageReaderFacts] };
}

interface Place {
  readonly title: string;
  /** Empty for words alone. */
  readonly path: string;
  readonly isCurrent: boolean;
  readonly holdsCurrent: boolean;
  readonly beneath: readonly PageLink[];
}

function placeOf({ target, words }: MenuEntry, context: MenuContext, levelsBelow: number): Place | null {
  const { snapshot, page: current, reader, opener } = context;
  switch (target.to) {
    case 'heading':
      return { title: words, path: '', isCurrent: false, holdsCurrent: false, beneath: [] };
    case 'link': {
      const path = opener.link(target.link);
      const file = fileLinked(target.link.address);
      const title = file === null ? target.link.address : (opener.file(file)?.title ?? '');
      return path === '' ? null : { title, path, isCurrent: false, holdsCurrent: false, beneath: [] };
    }
    case 'page': {
      const page = snapshot.pageById.get(target.page);
      if (!page || !mayRead(page, reader)) return null;
      const isHere = page === current;
      return {
        title: page.value.menuLabel || page.value.title,
        path: page.address,
        isCurrent: isHere,
        // Every page lies beneath the front page; that alone does not make it the branch being read.
        holdsCurrent: !isHere && page !== snapshot.front && (current?.facts.lineage.includes(page.id) ?? false),
        // What lies beneath the front page alone tells whether that branch is being read.
        beneath: linksBeneath(context, page, page === snapshot.front ? target.beneath : Math.min(target.beneath, levelsBelow), () => true),
      };
    }
  }
}

/** The part of a menu that begins at a level: what lies beneath the branch being read. @param level - 1 for the outermost */
export function fromLevel(links: readonly PageLink[], level: number): readonly PageLink[] {
  if (level <= 1) return links;
  const open = links.find(each => each.isCurrent || each.holdsCurrent);
  return open ? fromLevel(open.children, level - 1) : [];
}

/** Links down to so many levels; branches that are not being read are closed unless all are shown. */
export function toLevels(links: readonly PageLink[], levels: number, showsClosed: boolean): readonly PageLink[] {
  return links.map(link => {
    const isShown = levels > 1 && (showsClosed || link.isCurrent || link.holdsCurrent || link.path === '');
    return { ...link, children: isShown ? toLevels(link.children, levels - 1, showsClosed) : [] };
  });
}
