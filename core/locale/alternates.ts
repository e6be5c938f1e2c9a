import { mayRead } from '../placement/resolve';
import { readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import type { SiteLocale } from './site-locale';

/** A site as it is read in one of its locales. */
export interface ReadIn {
  readonly locale: SiteLocale;
  readonly snapshot: SiteSnapshot;
}

/** Where what is being read is to be read in one of the locales. */
export interface Alternate {
  readonly tag: string;
  /** What the locale calls itself. */
  readonly name: string;
  readonly direction: 'ltr' | 'rtl';
  /** A path, with its host before it where that is another. */
  readonly address: string;
  /** Whether it is this very page; else the nearest above it that there is. */
  readonly isSamePage: boolean;
  /** The title of the page that it leads to. */
  readonly title: string;
  readonly isCurrent: boolean;
  /** Whether it is the first locale of the site. */
  readonly isFirst: boolean;
}

/** The alternates of a page, how long they hold, and on which facts about the reader they rest. */
export interface Alternates {
  readonly list: readonly Alternate[];
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
}

/**
 * Where a page is to be read in each locale for one reader: itself, or the nearest page above it that there is and that the
 * reader may read. A locale in which not even the front page is there is left out.
 * @param page - as it is read here; null on service pages, which lead to the front page
 * @param here - the tag of the locale that is being read
 * @param readIn - the site in every locale that this reader may read, in their order
 * @param originOf - what stands before the path in a locale, such as "https://cy.reserves.example"; empty for nothing
 */
export function alternatesOf(
  page: PageNode | null,
  here: string,
  reader: ReaderFacts,
  readIn: readonly ReadIn[],
  originOf: (locale: SiteLocale) => string,
): Alternates {
  const dependsOn = new Set<string>();
  const list = readIn.flatMap(({ locale, snapshot }): Alternate[] => {
    const lineage = page?.facts.lineage ?? (snapshot.front ? [snapshot.front.id] : []);
    const found = lineage
      .map(id => snapshot.pageById.get(id))
      .find(each => {
        if (!each) return false;
        for (const key of readerFactsIn(each.facts.readers)) dependsOn.add(key);
        return mayRead(each, reader);
      });
    if (!found) return [];
    const { tag, name, direction } = locale;
    return [
      {
        tag,
        name,
        direction,
        address: `${originOf(locale)}${found.address}`,
        isSamePage: page !== null && found.id === page.id,
        title: found.value.title,
        isCurrent: tag === here,
        isFirst: locale === readIn[0]!.locale,
      },
    ];
  });
  return { list, validUntil: Math.min(Infinity, ...readIn.map(each => each.snapshot.validUntil)), dependsOn: [...dependsOn] };
}
