import { say, told, word } from '../tongue/say';
import type { FileContent } from './file';

/** What people call a sort of file. */
export const fileSorts = ['picture', 'document', 'film', 'sound', 'text', 'archive'] as const;
/** See {@link fileSorts}. */
export type FileSort = (typeof fileSorts)[number];

/** What is known of a media type. */
export interface MediaType {
  readonly sort: FileSort;
  /** Ending of its names, without the dot. */
  readonly ending: string;
  /** Other endings that say the same. */
  readonly alsoEnding?: readonly string[];
  /** What people call it. */
  readonly label: string;
  /** Whether a browser may show it in place; all others are taken away. */
  readonly isShownInPlace?: boolean;
  /** The format in which smaller ones of it are made for browsers that know no newer; left out, it is shown as it is. */
  readonly rendered?: 'jpeg' | 'png' | 'webp';
}

/** The media types that the library takes. @see IANA media types */
export const mediaTypes: Readonly<Record<string, MediaType>> = {
  'image/jpeg': {
    sort: 'picture',
    ending: 'jpg',
    alsoEnding: ['jpeg', 'jpe', 'jfif'],
    label: 'JPEG',
    isShownInPlace: true,
    rendered: 'jpeg',
  },
  'image/png': { sort: 'picture', ending: 'png', label: 'PNG', isShownInPlace: true, rendered: 'png' },
  'image/webp': { sort: 'picture', ending: 'webp', label: 'WebP', isShownInPlace: true, rendered: 'webp' },
  'image/avif': { sort: 'picture', ending: 'avif', label: 'AVIF', isShownInPlace: true, rendered: 'jpeg' },
  'image/gif': { sort: 'picture', ending: 'gif', label: 'GIF', isShownInPlace: true },
  'image/svg+xml': { sort: 'picture', ending: 'svg', label: 'SVG', isShownInPlace: true },
  'application/pdf': { sort: 'document', ending: 'pdf', label: 'PDF', isShownInPlace: true },
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document': { sort: 'document', ending: 'docx', label: 'Word' },
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': { sort: 'document', ending: 'xlsx', label: 'Excel' },
  'application/vnd.openxmlformats-officedocument.presentationml.presentation': { sort: 'document', ending: 'pptx', label: 'PowerPoint' },
  'application/vnd.oasis.opendocument.text': { sort: 'document', ending: 'odt', label: 'OpenDocument' },
  'application/vnd.oasis.opendocument.spreadsheet': { sort: 'document', ending: 'ods', label: 'OpenDocument' },
  'application/vnd.oasis.opendocument.presentation': { sort: 'document', ending: 'odp', label: 'OpenDocument' },
  'application/rtf': { sort: 'document', ending: 'rtf', label: 'RTF' },
  'application/epub+zip': { sort: 'document', ending: 'epub', label: 'EPUB' },
  'video/mp4': { sort: 'film', ending: 'mp4', alsoEnding: ['m4v'], label: 'MP4', isShownInPlace: true },
  'video/webm': { sort: 'film', ending: 'webm', label: 'WebM', isShownInPlace: true },
  'audio/mpeg': { sort: 'sound', ending: 'mp3', label: 'MP3', isShownInPlace: true },
  'audio/ogg': { sort: 'sound', ending: 'ogg', alsoEnding: ['oga', 'opus'], label: 'Ogg', isShownInPlace: true },
  'audio/wav': { sort: 'sound', ending: 'wav', label: 'WAV', isShownInPlace: true },
  'audio/mp4': { sort: 'sound', ending: 'm4a', label: 'M4A', isShownInPlace: true },
  'text/vtt': { sort: 'text', ending: 'vtt', label: word`captions`, isShownInPlace: true },
  'text/csv': { sort: 'text', ending: 'csv', label: 'CSV' },
  'text/calendar': { sort: 'text', ending: 'ics', label: word`calendar` },
  'text/plain': { sort: 'text', ending: 'txt', alsoEnding: ['md', 'text'], label: word`text`, isShownInPlace: true },
  'application/zip': { sort: 'archive', ending: 'zip', label: 'ZIP' },
};

/** What is known of a media type that the library takes. @throws RangeError for any other */
export function mediaTypeNamed(name: string): MediaType {
  const known = Object.hasOwn(mediaTypes, name) ? mediaTypes[name] : undefined;
  if (!known) throw new RangeError(`the library takes no ${name}`);
  return known;
}

/** The sort of file that an ending promises; null for an ending that says nothing here. */
export function sortOfEnding(ending: string): FileSort | null {
  const small = ending.toLowerCase();
  const found = Object.values(mediaTypes).find(each => each.ending === small || each.alsoEnding?.includes(small));
  return found?.sort ?? null;
}

/** What kind a file is and how large, a picture in pixels too: "PNG, 1600 × 900 pixels, 240 kB". */
export function contentWords({ mediaType, size, width, height }: Omit<FileContent, 'hash'>, locale: string): string {
  const pixels = width === null ? [] : [say`${width} × ${height!} pixels`];
  return [told(mediaTypeNamed(mediaType).label), ...pixels, sizeWords(size, locale)].join(', ');
}

/** What kind a file is and how large: "PDF, 240 kB". */
export function kindWords({ mediaType, size }: Pick<FileContent, 'mediaType' | 'size'>, locale: string): string {
  return contentWords({ mediaType, size, width: null, height: null }, locale);
}

/** A size in bytes as people write it: "240 kB". Thousands, as the prefix says. @see IEC 80000-13 */
export function sizeWords(bytes: number, locale: string): string {
  const units = ['byte', 'kilobyte', 'megabyte', 'gigabyte'] as const;
  const step = Math.min(units.length - 1, Math.floor(Math.log10(Math.max(1, bytes)) / 3));
  const value = bytes / 1_000 ** step;
  return new Intl.NumberFormat(locale, {
    style: 'unit',
    unit: units[step],
    unitDisplay: 'short',
    maximumSignificantDigits: value < 10 ? 2 : 3,
  }).format(value);
}
