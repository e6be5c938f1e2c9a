/** A place on a picture, from 0 to 1 across and down. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A width and a height, in pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A piece of a picture, in its pixels. */
export interface Piece extends Size {
  readonly left: number;
  readonly top: number;
}

/** The middle of a picture. */
export const middle: Point = { x: 0.5, y: 0.5 };

/**
 * The largest piece of a picture in the form of a box, with the focal point as near to its middle as the edges let it be.
 * @param ratio - of the box, width by height
 * @returns in whole pixels, within the picture and never empty
 */
export function cropTo(picture: Size, ratio: number, focalPoint: Point = middle): Piece {
  const isWide = picture.width / picture.height > ratio;
  const width = Math.max(1, isWide ? Math.round(picture.height * ratio) : picture.width);
  const height = Math.max(1, isWide ? picture.height : Math.round(picture.width / ratio));
  const corner = (at: number, whole: number, piece: number) =>
    Math.min(Math.max(0, Math.round(at * whole - piece / 2)), Math.max(0, whole - piece));
  return {
    left: corner(focalPoint.x, picture.width, width),
    top: corner(focalPoint.y, picture.height, height),
    width: Math.min(width, picture.width),
    height: Math.min(height, picture.height),
  };
}

/**
 * Where CSS has to put a picture in a box of a form so that it shows that piece of it. Where nothing is cut away in a
 * direction, any position is the same, and the middle is given.
 * @returns percentages for object-position
 * @see CSS Images Module Level 3 section 5.5
 */
export function objectPosition(picture: Size, ratio: number, focalPoint: Point = middle): string {
  const { left, top, width, height } = cropTo(picture, ratio, focalPoint);
  const share = (offset: number, whole: number, piece: number) =>
    whole === piece ? 50 : Math.round((offset / (whole - piece)) * 1_000) / 10;
  return `${share(left, picture.width, width)}% ${share(top, picture.height, height)}%`;
}

/** The widths in which a piece is rendered: those asked for that are smaller than it, and its own unless it is larger than all. */
export function widthsFor(pieceWidth: number, widths: readonly number[]): readonly number[] {
  const smaller = widths.filter(each => each < pieceWidth);
  const isBeyondAll = widths.every(each => each < pieceWidth);
  return isBeyondAll ? smaller : [...smaller, pieceWidth];
}
