import { numberOf } from '@core/format/moment';
import { say } from '@core/tongue/say';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { fileLimits } from './limits';

// One picture at a time, on one thread and without a store of its own: memory stays flat whatever comes.
sharp.cache(false);
sharp.concurrency(1);

/** What a picture turned out to be, or why it is not taken. */
export type PictureOutcome =
  | { readonly kind: 'picture'; readonly width: number; readonly height: number; readonly path: string }
  | { readonly kind: 'refused'; readonly why: string };

const formats: Readonly<Record<string, 'jpeg' | 'png' | 'webp' | 'avif'>> = {
  'image/jpeg': 'jpeg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/avif': 'avif',
};

/**
 * Reads a picture whole, so that a damaged one is told of at once. One that says more than it shows (where, when, with
 * what, by whom it was taken) is written anew without that, turned as it is meant to be seen.
 * @param path - where it lies; @returns where it lies then: there, or beside it
 */
export async function readPicture(path: string, mediaType: string): Promise<PictureOutcome> {
  try {
    const metadata = await sharp(path, { limitInputPixels: false }).metadata();
    const { width, height } = upright(metadata);
    if (width * height > fileLimits.mostPixels) {
      const most = fileLimits.mostPixels / 1_000_000;
      return {
        kind: 'refused',
        why: say`It has ${numberOf(width)} × ${numberOf(height)} pixels; at most ${most} million are taken. Make it smaller first.`,
      };
    }
    await opened(path).resize(32).raw().toBuffer();
    const format = formats[mediaType];
    const saysMore = [metadata.exif, metadata.xmp, metadata.iptc].some(each => each !== undefined) || (metadata.comments ?? []).length > 0;
    if (!format || !saysMore) return { kind: 'picture', width, height, path };
    const bare = `${path}.bare`;
    await sharp(path, { failOn: 'truncated', limitInputPixels: fileLimits.mostPixels, animated: (metadata.pages ?? 1) > 1 })
      .rotate()
      .keepIccProfile()
      .toFormat(format, format === 'png' ? {} : { quality: 92 })
      .toFile(bare);
    return { kind: 'picture', width, height, path: bare };
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    return { kind: 'refused', why: say`It is damaged or cut short and cannot be shown.` };
  }
}

function opened(path: string): Sharp {
  return sharp(path, { failOn: 'truncated', limitInputPixels: fileLimits.mostPixels, sequentialRead: true });
}

// The four orientations in which a camera lay on its side. @see Exif 2.32, tag 0x0112
function upright({ width, height, orientation, pageHeight }: Metadata): { readonly width: number; readonly height: number } {
  const tall = pageHeight ?? height;
  return (orientation ?? 1) >= 5 ? { width: tall, height: width } : { width, height: tall };
}
