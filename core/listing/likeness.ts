import { pagesLedTo } from '../compare/in-full';
import { topicsOf } from '../page/page';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/**
 * How much two pages have in common: the share of topics that both have among all that either has (the Jaccard index), from 0
 * to 1. @see Jaccard, "The distribution of the flora in the alpine zone", 1912
 */
export function likeness(a: readonly string[], b: readonly string[]): number {
  const [mine, theirs] = [new Set(a), new Set(b)];
  const all = new Set([...mine, ...theirs]).size;
  return all === 0 ? 0 : [...mine].filter(each => theirs.has(each)).length / all;
}

/** How much each page has in common with one; worked out once for each. */
export function likenessTo(page: PageNode): (other: PageNode) => number {
  const topics = topicsOf(page.value);
  const known = new Map<PageNode, number>();
  return other => {
    const theirs = topicsOf(other.value);
    // Most pages of a large site have nothing in common, which is seen without counting.
    if (!theirs.some(each => topics.includes(each))) return 0;
    const made = known.get(other) ?? likeness(topics, theirs);
    known.set(other, made);
    return made;
  };
}

const referring = new WeakMap<SiteSnapshot['pages'], ReadonlyMap<string, ReadonlySet<string>>>();

/** The pages whose running texts lead to a page, by id. */
export function pagesReferringTo({ pages }: SiteSnapshot, id: string): ReadonlySet<string> {
  const known = referring.get(pages) ?? referencesAmong(pages);
  referring.set(pages, known);
  return known.get(id) ?? new Set();
}

function referencesAmong(pages: SiteSnapshot['pages']): ReadonlyMap<string, ReadonlySet<string>> {
  const byTarget = new Map<string, Set<string>>();
  for (const { id, value } of pages)
    for (const to of new Set(pagesLedTo(value))) byTarget.set(to, (byTarget.get(to) ?? new Set<string>()).add(id));
  return byTarget;
}
