import { cropTo, objectPosition } from '@core/file/crop';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';

/** A picture whose pixels carry their own coordinates, so that any piece of it says where it is from. */
async function coordinates(width: number, height: number): Promise<Buffer> {
  const pixels = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      pixels.set([Math.round((x / (width - 1)) * 255), Math.round((y / (height - 1)) * 255), 128], (y * width + x) * 3);
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

// CSS Images 3 section 5.5: object-fit: cover with object-position shows the very piece that is cut out for a crop.
for (const [width, height, boxWidth, boxHeight, x, y] of [
  [320, 180, 90, 90, 0.5, 0.5],
  [320, 180, 90, 90, 0.2, 0.5],
  [320, 180, 90, 90, 1, 0.5],
  [180, 320, 160, 90, 0.5, 0.35],
  [300, 300, 160, 90, 0.5, 0.1],
] as const)
  test(`a crop of ${width} × ${height} about ${x}, ${y} is what Chromium shows of it`, async ({ page }) => {
    const picture = await coordinates(width, height);
    const ratio = boxWidth / boxHeight;
    await page.setViewportSize({ width: boxWidth, height: boxHeight });
    await page.setContent(
      `<style>*{margin:0}img{display:block;width:${boxWidth}px;height:${boxHeight}px;object-fit:cover;object-position:${objectPosition({ width, height }, ratio, { x, y })}}</style><img src="data:image/png;base64,${picture.toString('base64')}">`,
    );
    await page.waitForFunction(() => document.images[0]!.complete);
    const shown = await sharp(await page.screenshot())
      .removeAlpha()
      .raw()
      .toBuffer();
    const cut = await sharp(picture)
      .extract(cropTo({ width, height }, ratio, { x, y }))
      .resize(boxWidth, boxHeight, { fit: 'fill' })
      .removeAlpha()
      .raw()
      .toBuffer();
    const differences = [...shown].map((value, at) => Math.abs(value - cut[at]!));
    // Another way of scaling moves a colour by a pixel's worth or so, at the edges by a little more.
    expect(Math.max(...differences)).toBeLessThanOrEqual(10);
    expect(differences.reduce((sum, each) => sum + each, 0) / differences.length).toBeLessThan(1.5);
  });
