import { mayRead } from '../placement/resolve';
import { readerFactsIn, type ReaderFacts } from '../rule/who';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** What links may lead to, for one reader. */
export interface LinkContext {
  readonly reader: ReaderFacts;
  /** Address of the site, such as https://reserves.example; empty when it is not known. */
  readonly siteAddress: string;
}

/** Whether links were left out, and on which facts about the reader that rests. */
export interface OpenLinks<Value> {
  readonly value: Value;
  readonly dependsOn: readonly string[];
}

/** A link, or nothing where it leads to a page that this reader may not read. */
export function openLink(snapshot: SiteSnapshot, link: string, context: LinkContext): OpenLinks<string> {
  const page = pageAt(snapshot, link, context.siteAddress);
  if (!page) return { value: link, dependsOn: [] };
  return { value: mayRead(page, context.reader) ? link : '', dependsOn: readerFactsIn(page.facts.readers) };
}

/** How the sanitiser writes a link; links do not nest. */
const anchor = /<a\b[^>]*?\shref="([^"]*)"[^>]*>([\s\S]*?)<\/a>/g;

/** A rich text whose links to pages that this reader may not read are words only. */
export function openLinksIn(snapshot: SiteSnapshot, html: string, context: LinkContext): OpenLinks<string> {
  if (!html.includes('<a ')) return { value: html, dependsOn: [] };
  const dependsOn = new Set<string>();
  const value = html.replace(anchor, (whole, href: string, words: string) => {
    const open = openLink(snapshot, href.replace(/&amp;/g, '&'), context);
    for (const key of open.dependsOn) dependsOn.add(key);
    return open.value === '' && href !== '' ? words : whole;
  });
  return { value, dependsOn: [...dependsOn] };
}

// A link to a page of this site by path, or by its whole address; anything else is no concern of its readers.
function pageAt(snapshot: SiteSnapshot, link: string, siteAddress: string): PageNode | null {
  const local = siteAddress !== '' && link.startsWith(siteAddress) ? link.slice(siteAddress.length) || '/' : link;
  if (!local.startsWith('/')) return null;
  const [path] = local.split(/[?#]/, 1);
  const plain = path === '/' ? path : path!.replace(/\/+$/, '');
  return snapshot.pageByPath.get(plain) ?? null;
}
