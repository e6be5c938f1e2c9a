import { topicsOf, type PageValue } from '../page/page';
import type { PageFacts } from '../rule/where';

/**
 * What rules may know of a page beneath another. Its path is made of the segments in the base locale, whatever it is read in:
 * rules name paths, and hold on the same pages in all locales.
 * @param parent - null for the front page
 * @param segment - its own in the base locale
 */
export function factsOfPage(
  id: string,
  value: PageValue,
  parent: PageFacts | null,
  locale: string,
  segment: string = value.segment,
): PageFacts {
  return {
    id,
    path: parent === null ? '/' : `${parent.path === '/' ? '' : parent.path}/${segment}`,
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
