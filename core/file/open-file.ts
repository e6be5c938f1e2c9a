import { fileAddress, tagOf } from './address';
import type { Size } from './crop';
import type { FileNode } from './file';
import { kindWords, mediaTypeNamed, type FileSort } from './media-types';

/** A file as a theme's templates read it. */
export interface OpenFile {
  readonly id: string;
  readonly address: string;
  readonly sort: FileSort;
  readonly mediaType: string;
  /** What kind it is and how large: "PDF, 240 kB". */
  readonly kindWords: string;
  readonly title: string;
  /** For those who cannot see a picture; empty for one that is decoration. */
  readonly words: string;
  readonly caption: string;
  readonly credit: string;
  /** Of a picture; null for everything else. */
  readonly picture: OpenPicture | null;
}

/** What is needed to show a picture. */
export interface OpenPicture extends Size {
  readonly tag: string;
  readonly focalPoint: FileNode['value']['focalPoint'];
  /** The format for browsers that know no newer one; null when it is only shown as it is. */
  readonly rendered: 'jpeg' | 'png' | 'webp' | null;
}

const opened = new WeakMap<FileNode['value'], OpenFile>();

/** Makes a file ready for templates. @param locale - in which sizes are written */
export function openFile(file: FileNode, locale: string): OpenFile {
  const known = opened.get(file.value);
  if (known && known.id === file.id) return known;
  const { title, content, words, isDecoration, caption, credit, focalPoint } = file.value;
  const { sort, rendered } = mediaTypeNamed(content.mediaType);
  const { width, height } = content;
  const made: OpenFile = {
    id: file.id,
    address: fileAddress(file),
    sort,
    mediaType: content.mediaType,
    kindWords: kindWords(content, locale),
    title,
    words: isDecoration ? '' : words,
    caption,
    credit,
    picture: width === null || height === null ? null : { width, height, tag: tagOf(content.hash), focalPoint, rendered: rendered ?? null },
  };
  opened.set(file.value, made);
  return made;
}
