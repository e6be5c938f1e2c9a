import fc from 'fast-check';
import { cropTo, objectPosition, widthsFor } from './crop';

const wide = { width: 1600, height: 900 };
const tall = { width: 900, height: 1600 };

describe('cropTo', () => {
  // Worked by hand by the formula for covering a box, and with sharp on a picture whose pixels carry their own coordinates.
  for (const [picture, box, x, y, left, top, width, height] of [
    [wide, 2, 0.5, 0.5, 0, 50, 1600, 800],
    [wide, 2, 0.5, 0.9, 0, 100, 1600, 800],
    [wide, 2, 0.5, 1, 0, 100, 1600, 800],
    [wide, 2, 0.5, 0.1, 0, 0, 1600, 800],
    [wide, 2, 0.5, 0.48, 0, 32, 1600, 800],
    [wide, 1, 0.5, 0.5, 350, 0, 900, 900],
    [wide, 1, 0.2, 0.5, 0, 0, 900, 900],
    [wide, 1, 1, 0.5, 700, 0, 900, 900],
    [wide, 320 / 180, 0.3, 0.7, 0, 0, 1600, 900],
    [tall, 2, 0.5, 0.5, 0, 575, 900, 450],
    [tall, 2, 0.5, 0.25, 0, 175, 900, 450],
    [{ width: 1000, height: 1000 }, 1.5, 0.5, 0.5, 0, 167, 1000, 667],
    [{ width: 4000, height: 3000 }, 1200 / 630, 0.5, 0.3, 0, 0, 4000, 2100],
  ] as const)
    it(`of ${picture.width} × ${picture.height} to ${box.toFixed(2)} about ${x}, ${y}`, () =>
      expect(cropTo(picture, box, { x, y })).toEqual({ left, top, width, height }));

  it('lies within the picture, holds the focal point and is as large as can be', () => {
    const side = fc.integer({ min: 1, max: 5_000 });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(side, side, fc.double({ min: 0.1, max: 10, noNaN: true }), share, share, (width, height, ratio, x, y) => {
        const piece = cropTo({ width, height }, ratio, { x, y });
        const isWithin = piece.left >= 0 && piece.top >= 0 && piece.left + piece.width <= width && piece.top + piece.height <= height;
        const holds =
          piece.left <= x * width + 1 &&
          x * width - 1 <= piece.left + piece.width &&
          piece.top <= y * height + 1 &&
          y * height - 1 <= piece.top + piece.height;
        return isWithin && holds && piece.width >= 1 && piece.height >= 1 && (piece.width === width || piece.height === height);
      }),
    );
  });
});

describe('objectPosition', () => {
  // CSS Images 3, object-position: the offset is (box − picture) × percentage, which is another model than a focal point.
  it('puts the same piece into the box as the crop', () => {
    expect(objectPosition(wide, 1, { x: 0.75, y: 0.5 })).toBe('100% 50%');
    expect(objectPosition(wide, 2, { x: 0.5, y: 0.48 })).toBe('50% 32%');
    expect(objectPosition(wide, 16 / 9, { x: 0, y: 1 })).toBe('50% 50%');
  });
});

describe('widthsFor', () => {
  it('never makes a picture larger than it is, and ends at its own width', () => {
    const widths = [320, 640, 960];
    expect([widthsFor(200, widths), widthsFor(640, widths), widthsFor(700, widths), widthsFor(4_000, widths)]).toEqual([
      [200],
      [320, 640],
      [320, 640, 700],
      [320, 640, 960],
    ]);
  });
});
