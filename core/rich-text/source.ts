import { escaped } from '../format/escaped';
import type { Inset, LinkTarget, RichText } from './document';
import { openLinkTag, writeText } from './html';

/**
 * A text as HTML that a person can work on and that {@link textFromHtml} reads as the same text: links lead to where pages
 * are, insets, pictures and footnotes stand as elements that name them.
 * @param hrefOf - the address of a link
 */
export function sourceOfText(document: RichText, hrefOf: (link: LinkTarget) => string): string {
  return writeText(document, undefined, 'source')
    .map(piece => {
      if (typeof piece === 'string') return piece;
      if ('link' in piece) return `${openLinkTag(hrefOf(piece.link))}${piece.words}</a>`;
      if (!('picture' in piece)) return `${insetSource(piece)}\n`;
      const { file, caption, align, width } = piece.picture;
      const words = caption === '' ? '' : ` data-caption="${escaped(caption)}"`;
      return `<figure data-picture="${file}"${words} data-align="${align}" data-width="${width}"></figure>\n`;
    })
    .join('')
    .trim();
}

function insetSource({ blockId, showsTitle, look }: Inset): string {
  return `<div data-inset="${blockId}"${showsTitle ? ' data-inset-title="shown"' : ''}${look ? ` data-inset-look="${escaped(look)}"` : ''}></div>`;
}
