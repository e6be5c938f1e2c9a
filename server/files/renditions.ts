import { renderedFormats, type RenditionName } from '@core/file/address';
import { cropTo, widthsFor } from '@core/file/crop';
import type { FileValue } from '@core/file/file';
import { mediaTypeNamed } from '@core/file/media-types';
import type { PictureForms } from '@core/file/picture-html';
import { say } from '@core/tongue/say';
import { LRUCache } from 'lru-cache';
import { existsSync, readdirSync, statSync, unlinkSync } from 'node:fs';
import { mkdir, rename, stat, unlink } from 'node:fs/promises';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { Refusal } from '../errors/refusal';
import { Exclusive } from '../site/exclusive';
import { fileLimits } from './limits';

/** Pictures in the sizes, forms and formats that pages ask for: made when first asked for, kept, and bounded in bytes. */
export class Renditions {
  readonly #kept: LRUCache<string, number>;
  readonly #making = new Map<string, Promise<string>>();
  // One after the other, so that a page of forty new pictures leaves the processor to readers.
  readonly #turn = new Exclusive();

  /** @param folder - where they are kept; what lies there already is known */
  constructor(private readonly folder: string) {
    this.#kept = new LRUCache({
      maxSize: fileLimits.keptRenditions,
      sizeCalculation: bytes => Math.max(1, bytes),
      dispose: (_bytes, name, reason) => {
        if (reason === 'evict') unlinkIfThere(this.#pathOf(name));
      },
    });
    if (existsSync(folder)) for (const name of readdirSync(folder)) this.#kept.set(name, statSync(this.#pathOf(name)).size);
  }

  /**
   * Where a rendition lies, made now if need be.
   * @param source - where the content lies
   * @returns null when the theme asks for no such one
   * @throws Refusal when too many wait to be made
   */
  async at(source: string, file: FileValue, wish: RenditionName, forms: PictureForms): Promise<string | null> {
    const plan = planOf(file, wish, forms);
    if (plan === null) return null;
    const name = nameOf(file, wish, plan);
    if (this.#kept.get(name) !== undefined) return this.#pathOf(name);
    const making = this.#making.get(name);
    if (making) return making;
    if (this.#making.size >= fileLimits.waitingRenditions)
      throw new Refusal('too-many-requests', say`Too many pictures are being made ready at this moment. Try again in a few seconds.`, [], {
        retryAfterSeconds: 5,
      });
    const made = this.#turn.run(() => this.#make(source, name, wish, plan)).finally(() => this.#making.delete(name));
    this.#making.set(name, made);
    return made;
  }

  async #make(source: string, name: string, { format, width }: RenditionName, { piece }: Plan): Promise<string> {
    await mkdir(this.folder, { recursive: true });
    const target = this.#pathOf(name);
    const beside = `${target}.part`;
    try {
      const picture = sharp(source, { limitInputPixels: fileLimits.mostPixels }).rotate();
      await encoded((piece ? picture.extract(piece) : picture).resize({ width, withoutEnlargement: true }), format).toFile(beside);
      await rename(beside, target);
    } catch (error) {
      await unlink(beside).catch(() => undefined);
      throw error;
    }
    this.#kept.set(name, (await stat(target)).size);
    return target;
  }

  #pathOf(name: string): string {
    return path.join(this.folder, name);
  }
}

interface Plan {
  /** The piece that is cut out; null for the whole picture. */
  readonly piece: ReturnType<typeof cropTo> | null;
}

// Only what the theme asks for is made: nobody fills the disk by asking for every width.
function planOf({ content, focalPoint }: FileValue, { crop, width, format }: RenditionName, forms: PictureForms): Plan | null {
  const { rendered } = mediaTypeNamed(content.mediaType);
  if (!rendered || content.width === null || content.height === null) return null;
  if (format !== rendered && format !== 'avif' && format !== 'webp') return null;
  const size = { width: content.width, height: content.height };
  const ratio = crop === '' ? undefined : forms.crops[crop];
  if (crop !== '' && ratio === undefined) return null;
  const piece = ratio === undefined ? null : cropTo(size, ratio, focalPoint);
  return widthsFor((piece ?? size).width, forms.widths).includes(width) ? { piece } : null;
}

function nameOf({ content }: FileValue, { width, format }: RenditionName, { piece }: Plan): string {
  const cut = piece ? `-${piece.left}.${piece.top}.${piece.width}.${piece.height}` : '';
  return `${content.hash}${cut}-${width}.${renderedFormats[format]}`;
}

function encoded(picture: Sharp, format: RenditionName['format']): Sharp {
  switch (format) {
    case 'avif':
      return picture.avif({ quality: 52, effort: 2 });
    case 'webp':
      return picture.webp({ quality: 78 });
    case 'jpeg':
      return picture.jpeg({ quality: 80, progressive: true });
    case 'png':
      return picture.png({ compressionLevel: 8 });
  }
}

function unlinkIfThere(file: string): void {
  try {
    unlinkSync(file);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
}
