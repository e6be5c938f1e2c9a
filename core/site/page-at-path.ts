import type { PageNode, SiteSnapshot } from './snapshot';

const byRulePath = new WeakMap<SiteSnapshot['pages'], ReadonlyMap<string, PageNode>>();

/**
 * The page that a path means which somebody wrote into a text or a menu: as it is read in this locale, or as it is in the
 * first one, which is how most people write paths.
 */
export function pageAtPath(snapshot: SiteSnapshot, path: string): PageNode | undefined {
  const here = snapshot.pageByPath.get(path);
  if (here) return here;
  const known = byRulePath.get(snapshot.pages) ?? new Map([...snapshot.pages].reverse().map(page => [page.facts.path, page]));
  byRulePath.set(snapshot.pages, known);
  return known.get(path);
}
