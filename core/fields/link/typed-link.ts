import type { LinkTarget } from '../../rich-text/document';
import { say } from '../../tongue/say';
import { toPage } from './link';

/** A link as it was typed: the path of a page means the page; nothing is no link. @param pageAt - the page at a path, or null */
export function linkTyped(text: string, pageAt: (path: string) => string | null): LinkTarget | null {
  const address = text.trim();
  return address === '' ? null : toPage({ page: null, address }, { pageAt });
}

/** A link as it is typed. @param pathOf - the path of a page; null when it is gone */
export function addressOf(link: LinkTarget | null, pathOf: (page: string) => string | null): string {
  if (link === null) return '';
  return link.page === null ? link.address : `${pathOf(link.page) ?? say`a page that is gone`}${link.address}`;
}
