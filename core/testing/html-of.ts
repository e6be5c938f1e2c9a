import type { Inset, LinkTarget, RichText } from '../rich-text/document';
import { openLinkTag, writeText } from '../rich-text/html';

/** The whole text as one piece of HTML. @param hrefOf - the address of a link; @param inset - the HTML of an inset */
export function htmlOf(document: RichText, hrefOf: (link: LinkTarget) => string, inset: (inset: Inset) => string): string {
  return writeText(document)
    .map(piece =>
      typeof piece === 'string'
        ? piece
        : 'link' in piece
          ? `${openLinkTag(hrefOf(piece.link))}${piece.words}</a>`
          : 'picture' in piece
            ? `<img src="${piece.picture.file}">`
            : inset(piece),
    )
    .join('');
}
