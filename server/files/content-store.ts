import { partsOfName } from '@core/file/address';
import type { FileContent } from '@core/file/file';
import { mediaTypes, mediaTypeNamed, sizeWords, sortOfEnding } from '@core/file/media-types';
import { withArticle } from '@core/format/moment';
import { say, spokenLanguage, told } from '@core/tongue/say';
import type { Knex } from 'knex';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { mkdir, readFile, rename, stat, unlink } from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Refusal } from '../errors/refusal';
import { Exclusive } from '../site/exclusive';
import { deleteContents, insertContent, readContents, unnamedContents } from '../repositories/contents-repository';
import { activePartOfPdf, readSvg } from './active-content';
import { fileLimits } from './limits';
import { mediaTypeOf } from './media-type';
import { readPicture } from './pictures';

/** Content that has been received, and what the file may be called after its given name. */
export interface Received {
  readonly content: FileContent;
  readonly name: string;
}

/**
 * The bytes of all files, each once, by their hash. What is received goes to a place of its own first and comes here only
 * when it is whole and has been looked at, so that nothing is ever half stored.
 */
export class ContentStore {
  readonly #known: Map<string, FileContent>;
  readonly #looking = new Exclusive();
  #receiving = 0;

  private constructor(
    private readonly folder: string,
    private readonly knex: Knex,
    contents: readonly FileContent[],
  ) {
    this.#known = new Map(contents.map(each => [each.hash, each]));
  }

  /** Opens the store in a folder, which is made when something is first received. */
  static async open(folder: string, knex: Knex): Promise<ContentStore> {
    return new ContentStore(folder, knex, await readContents(knex));
  }

  /** What is stored under a hash, or null. */
  contentOf(hash: string): FileContent | null {
    return this.#known.get(hash) ?? null;
  }

  /** Where the bytes lie. */
  pathOf(hash: string): string {
    return path.join(this.folder, hash.slice(0, 2), hash);
  }

  /**
   * Receives a file.
   * @param givenName - as whoever sends it calls it; it names the file and decides nothing else
   * @param length - how many bytes are announced; undefined when none are
   * @param at - UTC milliseconds
   * @throws Refusal when it is too large, empty, damaged, of a kind that is not taken, or could act
   */
  async receive(body: Readable, givenName: string, length: number | undefined, at: number): Promise<Received> {
    if (length !== undefined && length > fileLimits.largest) throw tooLarge();
    if (this.#receiving >= fileLimits.atOnce)
      throw new Refusal('too-many-requests', say`Too many files come at once. Send this one again in a moment.`, [], {
        retryAfterSeconds: 2,
      });
    this.#receiving += 1;
    const incoming = path.join(this.folder, 'incoming', randomUUID());
    try {
      await mkdir(path.dirname(incoming), { recursive: true });
      await pipeline(body, limited(), createWriteStream(incoming, { flags: 'wx' }));
      return await this.#looking.run(() => this.#lookedAt(incoming, givenName, at));
    } catch (error) {
      throw (error as NodeJS.ErrnoException).code === 'ENOSPC' ? noRoom() : error;
    } finally {
      this.#receiving -= 1;
      for (const each of [incoming, `${incoming}.bare`]) await unlink(each).catch(() => undefined);
    }
  }

  /** Deletes what has been received and no record names; @returns how much. @param before - UTC milliseconds */
  async clean(before: number): Promise<number> {
    const unnamed = await unnamedContents(this.knex, before);
    await deleteContents(this.knex, unnamed);
    for (const hash of unnamed) {
      this.#known.delete(hash);
      await unlink(this.pathOf(hash)).catch(() => undefined);
    }
    return unnamed.length;
  }

  async #lookedAt(incoming: string, givenName: string, at: number): Promise<Received> {
    const { size } = await stat(incoming);
    if (size === 0) throw refused(say`It is empty.`);
    const { name, ending } = partsOfName(givenName);
    const mediaType = await mediaTypeOf(incoming, ending.toLowerCase());
    if (mediaType === null || !Object.hasOwn(mediaTypes, mediaType)) throw refused(kindFault(mediaType));
    const { sort, label, ending: rightEnding } = mediaTypeNamed(mediaType);
    const promised = sortOfEnding(ending);
    if (promised !== null && promised !== sort)
      throw refused(say`Its name says that it is ${withArticle(promised)}, but it is ${told(label)}. Give it its right name first.`);
    const { path: from, width, height } = await this.#checked(incoming, mediaType, size);
    const hash = await hashOf(from);
    const known = this.#known.get(hash);
    const content: FileContent = known ?? { hash, mediaType, size: (await stat(from)).size, width, height };
    const target = this.pathOf(hash);
    if (!existsSync(target)) {
      await mkdir(path.dirname(target), { recursive: true });
      await rename(from, target);
    }
    if (!known) {
      await insertContent(this.knex, content, at);
      this.#known.set(hash, content);
    }
    return { content, name: name || `${sort} ${rightEnding}` };
  }

  async #checked(
    incoming: string,
    mediaType: string,
    size: number,
  ): Promise<{ path: string; width: number | null; height: number | null }> {
    if (mediaType === 'image/svg+xml') {
      if (size > fileLimits.largestDrawing)
        throw refused(say`A drawing may have at most ${sizeWords(fileLimits.largestDrawing, spokenLanguage())}.`);
      const outcome = await readSvg(incoming);
      if (outcome.kind === 'refused') throw refused(outcome.why);
      return { path: incoming, width: outcome.width, height: outcome.height };
    }
    if (mediaType.startsWith('image/')) {
      const outcome = await readPicture(incoming, mediaType);
      if (outcome.kind === 'refused') throw refused(outcome.why);
      return outcome;
    }
    if (mediaType === 'application/pdf') {
      if (size > fileLimits.largestPdf) throw refused(say`A PDF may have at most ${sizeWords(fileLimits.largestPdf, spokenLanguage())}.`);
      const active = activePartOfPdf(await readFile(incoming));
      if (active) throw refused(say`It could act when it is opened (${active}). Print it to PDF anew, and bring that.`);
    }
    return { path: incoming, width: null, height: null };
  }
}

function kindFault(mediaType: string | null): string {
  const kinds = [...new Set(Object.values(mediaTypes).map(each => told(each.label)))].join(', ');
  return say`${mediaType === null ? say`It is of no kind that is known here` : say`It is ${mediaType}, which is not taken`}. Taken are ${kinds}.`;
}

function refused(why: string): Refusal {
  return new Refusal('invalid', why, [{ pointer: '', detail: why }]);
}

function tooLarge(): Refusal {
  return new Refusal(
    'too-large',
    say`It is larger than ${sizeWords(fileLimits.largest, spokenLanguage())}, the most that one file may have.`,
  );
}

function noRoom(): Refusal {
  return new Refusal('storage-full', say`The disk of the server is full, so this file was not stored. Those before it are safe.`);
}

function limited(): Transform {
  let size = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      done(size > fileLimits.largest ? tooLarge() : null, chunk);
    },
  });
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
