import { escaped } from '../format/escaped';
import { renditionAddress, type RenderedFormat } from './address';
import { cropTo, objectPosition, widthsFor } from './crop';
import type { OpenFile } from './open-file';

/** The sizes and forms in which a theme shows pictures. */
export interface PictureForms {
  /** In pixels, ascending. */
  readonly widths: readonly number[];
  /** Forms to which pictures are cut, by name: width by height. */
  readonly crops: Readonly<Record<string, number>>;
  /** How wide a picture in running text is, for the `sizes` of HTML. */
  readonly textSizes: string;
}

/** What a theme that says nothing of pictures shows them in. */
export const plainForms: PictureForms = { widths: [320, 640, 960, 1280, 1920], crops: {}, textSizes: '100vw' };

/** How one picture is to be shown. */
export interface PictureWish {
  /** Name of a crop; left out, the whole picture. */
  readonly crop?: string;
  /** How wide it is on the page. @see HTML, sizes attributes */
  readonly sizes?: string;
  /** It is seen at once, without scrolling. */
  readonly isEager?: boolean;
  /** In place of the picture's own words. */
  readonly words?: string;
}

/**
 * A picture in HTML: rendered in the sizes and formats that a browser may choose from, with its proportions said ahead so
 * that nothing jumps. One that is not rendered, such as a drawing, is shown as it is.
 * @see HTML, the picture element; srcset attributes
 */
export function pictureHtml(file: OpenFile, forms: PictureForms, wish: PictureWish = {}): string {
  const { picture } = file;
  if (picture === null) return '';
  const ratio = wish.crop === undefined ? undefined : forms.crops[wish.crop];
  const piece = ratio === undefined ? { ...picture, left: 0, top: 0 } : cropTo(picture, ratio, picture.focalPoint);
  const alt = escaped(wish.words || file.words);
  const loading = wish.isEager ? ' fetchpriority="high"' : ' loading="lazy"';
  const { x, y } = picture.focalPoint;
  // In a box whose form is known the crop is exact; in any other the focal point is as near the same place as CSS can say.
  const position =
    ratio === undefined ? `${Math.round(x * 100)}% ${Math.round(y * 100)}%` : objectPosition(picture, ratio, picture.focalPoint);
  const place = ` style="object-position: ${position}"`;
  const size = ` width="${piece.width}" height="${piece.height}"`;
  if (picture.rendered === null) return `<img src="${file.address}" alt="${alt}"${size}${place}${loading}>`;
  const crop = ratio === undefined ? '' : wish.crop!;
  const widths = widthsFor(piece.width, forms.widths);
  const at = (width: number, format: RenderedFormat) => renditionAddress(file.id, { tag: picture.tag, crop, width, format });
  const set = (format: RenderedFormat) => widths.map(width => `${at(width, format)} ${width}w`).join(', ');
  const sizes = ` sizes="${escaped(wish.sizes ?? '100vw')}"`;
  const fallback = picture.rendered;
  const sources = (['avif', 'webp'] as const)
    .filter(format => format !== fallback)
    .map(format => `<source type="image/${format}" srcset="${set(format)}"${sizes}>`);
  const shown = widths[Math.floor(widths.length / 2)]!;
  return `<picture>${sources.join('')}<img src="${at(shown, fallback)}" srcset="${set(fallback)}"${sizes} alt="${alt}"${size}${crop === '' ? place : ''}${loading}></picture>`;
}

/** A picture set into running text, with its caption and credit. */
export function figureHtml(file: OpenFile, forms: PictureForms, { caption, align, width }: TextPicture): string {
  const said = [caption || file.caption, file.credit].filter(each => each !== '').map(escaped);
  const inner = pictureHtml(file, forms, { sizes: forms.textSizes });
  const words =
    said.length === 0 ? '' : `<figcaption>${said.join(' <span class="credit">')}${said.length > 1 ? '</span>' : ''}</figcaption>`;
  return `<figure class="set-${align} wide-${width}">${inner}${words}</figure>`;
}

/** What a text says of a picture in it. */
export interface TextPicture {
  readonly file: string;
  /** Empty takes the picture's own. */
  readonly caption: string;
  readonly align: (typeof pictureAligns)[number];
  /** In hundredths of the text's width. */
  readonly width: (typeof pictureWidths)[number];
}

/** How a picture stands in a text. */
export const pictureAligns = ['start', 'centre', 'end'] as const;

/** How wide it is, in hundredths of the text's width. */
export const pictureWidths = [33, 50, 75, 100] as const;
