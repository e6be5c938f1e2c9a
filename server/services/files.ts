import type { FileList, FileRow, FilesQuery, Received } from '@contract/files';
import { fileAddress, renditionAddress, tagOf } from '@core/file/address';
import { widthsFor } from '@core/file/crop';
import { lacksWords, type FileValue } from '@core/file/file';
import { holdersOf } from '@core/file/holders';
import { kindWords, mediaTypeNamed } from '@core/file/media-types';
import { plainForms } from '@core/file/picture-html';
import { file } from '@core/kinds/file/kind';
import { whoPhrase } from '@core/rule/sentence';
import type { SiteSnapshot } from '@core/site/snapshot';
import { mayWrite } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import type { Readable } from 'node:stream';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { writtenIn } from './edition-lookups';
import { bestValueOf, kindContext, momentStyle, namesFor } from './names';
import { isKept, lastChange, statusFields } from './record-facts';

/** Receives the bytes of a file. @throws Refusal when the person may not bring files, or the library does not take it */
export async function receiveContent(
  site: Site,
  person: Person,
  body: Readable,
  name: string,
  length: number | undefined,
): Promise<Received> {
  if (!mayWrite(person.grants, writtenIn(site, { kind: file.name })))
    throw new Refusal('not-permitted', say`Bringing files in needs somebody who writes.`);
  const received = await site.contents.receive(body, name, length, site.clocks.running());
  const sameAs = keptFiles(site)
    .filter(each => each.value.content.hash === received.content.hash)
    .map(({ id, value }) => ({ id, title: value.title }));
  return { ...received, sameAs };
}

interface Kept {
  readonly id: string;
  readonly value: FileValue;
  /** Everything that a search goes through. */
  readonly text: string;
}

const kept = new WeakMap<Site['ledger'], { readonly version: number; readonly files: readonly Kept[] }>();

/** Every file that lists show, the newest first; gathered once per state of the ledger. */
function keptFiles(site: Site): readonly Kept[] {
  const known = kept.get(site.ledger);
  if (known?.version === site.ledger.version) return known.files;
  const context = kindContext(site, site.snapshots.at());
  const files = site.ledger
    .recordsOf('file')
    .filter(record => isKept(site, record.id))
    .map(({ id }) => {
      const value = bestValueOf(site, id) as FileValue;
      return {
        id,
        value,
        text: `${value.title}\n${file.words(value, context)}`.toLowerCase(),
      };
    })
    .reverse();
  kept.set(site.ledger, { version: site.ledger.version, files });
  return files;
}

/** The files that are asked for, and all folders and topics. */
export function listFiles(site: Site, { q, folder, sort, topic, lacking, isBeingWritten, skip, take }: FilesQuery): FileList {
  const snapshot = site.snapshots.at();
  const all = keptFiles(site);
  const held = new Set(site.locks.all().map(each => each.recordId));
  const words = q.toLowerCase().split(/\s+/).filter(Boolean);
  const asked = all.filter(
    ({ id, value, text }) =>
      (folder === '' || value.folder === folder || value.folder.startsWith(`${folder}/`)) &&
      (sort === undefined || mediaTypeNamed(value.content.mediaType).sort === sort) &&
      (topic === undefined || value.topics.includes(topic)) &&
      (lacking !== 'words' || lacksWords(value)) &&
      (lacking !== 'place' || holderCount(snapshot, id) === 0) &&
      (!isBeingWritten || held.has(id)) &&
      words.every(word => text.includes(word)),
  );
  return {
    files: asked.slice(skip, skip + take).map(each => rowOf(site, snapshot, each)),
    total: asked.length,
    folders: foldersOf(all),
    topics: [...new Set(all.flatMap(each => each.value.topics))].sort((a, b) => a.localeCompare(b, site.ledger.baseLocale)),
  };
}

/** One file as lists show it; null when it is none. */
export function fileRowOf(site: Site, id: string): FileRow | null {
  const found = keptFiles(site).find(each => each.id === id);
  return found ? rowOf(site, site.snapshots.at(), found) : null;
}

function foldersOf(files: readonly Kept[]): FileList['folders'] {
  const counts = new Map<string, number>();
  for (const { value } of files) {
    const parts = value.folder === '' ? [] : value.folder.split('/');
    parts.forEach((_part, at) => {
      const name = parts.slice(0, at + 1).join('/');
      counts.set(name, (counts.get(name) ?? 0) + 1);
    });
  }
  return [...counts].map(([name, count]) => ({ name, count })).sort((a, b) => a.name.localeCompare(b.name));
}

function holderCount(snapshot: SiteSnapshot, id: string): number {
  const { pages, blocks } = holdersOf(snapshot, id);
  return pages.length + blocks.length;
}

function rowOf(site: Site, snapshot: SiteSnapshot, { id, value }: Kept): FileRow {
  const { content, title, words, isDecoration, folder, topics, readers } = value;
  return {
    id,
    title,
    sort: mediaTypeNamed(content.mediaType).sort,
    kindWords: kindWords(content, momentStyle(site).locale),
    width: content.width,
    height: content.height,
    address: fileAddress({ id, value }),
    plate: plateOf(site, id, value),
    words,
    isDecoration,
    lacksWords: lacksWords(value),
    folder,
    topics: [...topics],
    readers: readers === null ? '' : whoPhrase(readers, namesFor(site, snapshot)),
    ...statusFields(site, id, null),
    ...lastChange(site, id),
    holderCount: holderCount(snapshot, id),
  };
}

/** About how wide a plate is drawn, on a screen of two points to a pixel. */
const plateWidth = 480;

/** The address of a picture of the library, drawn small; null for what is none. @param id - as a field holds it */
export function plateOfFile(site: Site, id: unknown): string | null {
  if (typeof id !== 'string' || site.ledger.records.get(id)?.kind !== file.name) return null;
  return plateOf(site, id, bestValueOf(site, id) as FileValue) || null;
}

function plateOf(site: Site, id: string, value: FileValue): string {
  const { content } = value;
  if (content.width === null) return '';
  const { rendered } = mediaTypeNamed(content.mediaType);
  if (!rendered) return fileAddress({ id, value });
  const widths = widthsFor(content.width, (site.theme.manifest.pictures ?? plainForms).widths);
  const width = widths.find(each => each >= plateWidth) ?? widths[widths.length - 1]!;
  return renditionAddress(id, { tag: tagOf(content.hash), crop: '', width, format: 'webp' });
}
