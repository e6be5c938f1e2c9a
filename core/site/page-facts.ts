import { topicsOf, type PageValue } from '../page/page';
import type { PageFacts } from '../rule/where';

/**
 * What rules may know of a page beneath another.
 * @param parent - null for the front page
 */
export function factsOfPage(id: string, value: PageValue, parent: PageFacts | null, locale: string): PageFacts {
  return {
    id,
    path: parent === null ? '/' : `${parent.path === '/' ? '' : parent.path}/${value.segment}`,
    type: value.type,
    topics: topicsOf(value),
    layout: value.layout,
    lineage: [id, ...(parent?.lineage ?? [])],
    isFrontPage: parent === null,
    service: null,
    menuItems: [...(value.inMenu || parent === null ? [id] : []), ...(parent?.menuItems ?? [])],
    readers: value.readers ?? parent?.readers ?? {},
    written: value,
    locale,
    query: {},
  };
}
