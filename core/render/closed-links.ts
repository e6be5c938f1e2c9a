import type { FieldOpener, OpenText } from '../fields/field';
import { mayRead } from '../placement/resolve';
import type { LinkTarget, RichText } from '../rich-text/document';
import { openLinkTag, writeText, type TextClasses } from '../rich-text/html';
import { partsOfPath } from '../fields/link/link';
import { readerFactsIn, type ReaderFacts } from '../rule/who';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/** What links may lead to, for one reader. */
export interface LinkContext {
  readonly reader: ReaderFacts;
  /** Address of the site, such as https://reserves.example; empty when it is not known. */
  readonly siteAddress: string;
}

/**
 * Opens links and texts for one reader: a link to a page that is not live, or that this reader may not read, leads
 * nowhere and is words only. It gathers on which facts about the reader that rests.
 */
export class LinkOpener implements FieldOpener {
  readonly dependsOn = new Set<string>();
  readonly #classes: TextClasses | undefined;

  constructor(
    private readonly snapshot: SiteSnapshot,
    private readonly context: LinkContext,
  ) {
    this.#classes = snapshot.manifest.textClasses;
  }

  link(link: LinkTarget): string {
    const page = link.page === null ? this.#pageAt(link.address) : (this.snapshot.pageById.get(link.page) ?? null);
    if (page) for (const key of readerFactsIn(page.facts.readers)) this.dependsOn.add(key);
    if (page && !mayRead(page, this.context.reader)) return '';
    if (link.page === null) return link.address;
    return page ? `${page.facts.path}${link.address}` : '';
  }

  text(text: RichText): OpenText {
    return writeText(text, this.#classes).map(piece => {
      if (typeof piece === 'string' || !('link' in piece)) return piece;
      const href = this.link(piece.link);
      return href === '' ? piece.words : `${openLinkTag(href, this.#classes?.['link'])}${piece.words}</a>`;
    });
  }

  // A link to a page of this site by path, or by its whole address; anything else is no concern of its readers.
  #pageAt(link: string): PageNode | null {
    const { siteAddress } = this.context;
    const local = siteAddress !== '' && link.startsWith(siteAddress) ? link.slice(siteAddress.length) || '/' : link;
    return local.startsWith('/') ? (this.snapshot.pageByPath.get(partsOfPath(local).path) ?? null) : null;
  }
}
