import { isRecordId, recordIdSource } from '../collection/record-id';
import type { FileNode } from './file';
import { mediaTypeNamed } from './media-types';

/** The formats in which pictures are rendered, and the endings of their names. */
export const renderedFormats = { avif: 'avif', webp: 'webp', jpeg: 'jpg', png: 'png' } as const;
/** See {@link renderedFormats}. */
export type RenderedFormat = keyof typeof renderedFormats;

/** One size, form and format of a picture. */
export interface RenditionName {
  /** The first figures of the content's hash: another content has other addresses, so that these may be kept for ever. */
  readonly tag: string;
  /** Name of a crop of the theme; empty for the whole picture. */
  readonly crop: string;
  /** In pixels. */
  readonly width: number;
  readonly format: RenderedFormat;
}

/** The address of a file as it is. It stays when its content is replaced. */
export function fileAddress({ id, value }: FileNode): string {
  return `/media/${id}/${encodeURIComponent(fileName(value))}`;
}

/** What a file is called when it is taken away. */
export function fileName({ name, content }: FileNode['value']): string {
  return `${name}.${mediaTypeNamed(content.mediaType).ending}`;
}

/** The first figures of a content's hash. */
export function tagOf(hash: string): string {
  return hash.slice(0, 12);
}

/** The address of a rendition. */
export function renditionAddress(id: string, { tag, crop, width, format }: RenditionName): string {
  return `/media/${id}/r/${tag}${crop && `-${crop}`}-${width}.${renderedFormats[format]}`;
}

const renditionPattern = /^([0-9a-f]{12})(?:-([a-z][a-z-]*))?-(\d{1,5})\.(avif|webp|jpg|png)$/;

/** What the last part of a rendition's address asks for; null when it is none. */
export function parseRendition(text: string): RenditionName | null {
  const [, tag, crop = '', width, ending] = renditionPattern.exec(text) ?? [];
  if (!tag) return null;
  const format = (Object.keys(renderedFormats) as RenderedFormat[]).find(each => renderedFormats[each] === ending)!;
  return { tag, crop, width: Number(width), format };
}

/** A name that is safe in an address, on a disk and on a screen: no slashes, no control or direction characters, no dots at its ends. */
export function safeName(given: string): string {
  const plain = given
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}\p{Co}\p{Cs}]/gu, '')
    .split(/[/\\]/)
    .pop()!
    .replace(/[<>:"|?*%#&]/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '');
  return [...plain].slice(0, 100).join('').trim();
}

/** A given name parted into what goes before its ending and the ending, which may be empty. */
export function partsOfName(given: string): { readonly name: string; readonly ending: string } {
  const safe = safeName(given);
  const [, name, ending] = /^(.+)\.([A-Za-z0-9]{1,8})$/.exec(safe) ?? [];
  return name ? { name, ending: ending! } : { name: safe, ending: '' };
}

const urn = new RegExp(`^urn:uuid:(${recordIdSource})$`);

/** The address by which a link names a file, wherever it is: its id. @see RFC 9562 section 4 */
export function fileLink(id: string): string {
  return `urn:uuid:${id}`;
}

/** The id of the file that an address names; null when it names none. */
export function fileLinked(address: string): string | null {
  return urn.exec(address)?.[1] ?? null;
}

/** The id in an address under which a file is read; null for any other address. */
export function fileAtAddress(address: string): string | null {
  const [, id] = /^\/media\/([0-9a-f-]{36})\/[^/?#]+$/.exec(address) ?? [];
  return isRecordId(id) ? id : null;
}
