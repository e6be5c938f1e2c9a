import type { FieldOpener, OpenText } from '../fields/field';
import { pageAtPath } from '../site/page-at-path';
import { mayRead } from '../placement/resolve';
import type { LinkTarget, RichText } from '../rich-text/document';
import { openLinkTag, writeText, type TextClasses } from '../rich-text/html';
import { partsOfPath } from '../fields/link/link';
import { compileWho, everybody, readerFactsIn, type ReaderFacts } from '../rule/who';
import { fileLinked } from '../file/address';
import { filesOf } from '../file/holders';
import { openFile, type OpenFile } from '../file/open-file';
import { figureHtml, plainForms } from '../file/picture-html';
import { escaped } from '../format/escaped';
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
    if (link.page === null) {
      const file = fileLinked(link.address);
      return file === null ? link.address : (this.file(file)?.address ?? '');
    }
    return page ? `${page.address}${link.address}` : '';
  }

  file(id: string): OpenFile | null {
    const value = filesOf(this.snapshot).get(id);
    if (!value) return null;
    // A file without readers of its own follows what names it, which is being read right now.
    const readers = value.readers ?? everybody;
    for (const key of readerFactsIn(readers)) this.dependsOn.add(key);
    return compileWho(readers)(this.context.reader) ? openFile({ id, value }, this.snapshot.locale) : null;
  }

  text(text: RichText): OpenText {
    return writeText(text, this.#classes).map(piece => {
      if (typeof piece === 'string' || 'blockId' in piece) return piece;
      if ('picture' in piece) {
        const shown = this.file(piece.picture.file);
        return shown === null ? '' : figureHtml(shown, this.snapshot.manifest.pictures ?? plainForms, piece.picture);
      }
      const href = this.link(piece.link);
      if (href === '') return piece.words;
      const linked = fileLinked(piece.link.address);
      const kind = linked === null ? '' : ` <span class="file-kind">(${escaped(this.file(linked)?.kindWords ?? '')})</span>`;
      return `${openLinkTag(href, this.#classes?.['link'])}${piece.words}</a>${kind}`;
    });
  }

  // A link to a page of this site by path, or by its whole address; anything else is no concern of its readers.
  #pageAt(link: string): PageNode | null {
    const { siteAddress } = this.context;
    const local = siteAddress !== '' && link.startsWith(siteAddress) ? link.slice(siteAddress.length) || '/' : link;
    return local.startsWith('/') ? (pageAtPath(this.snapshot, partsOfPath(local).path) ?? null) : null;
  }
}
