import type { Change } from '@contract/messages';
import { fileIdOfPath } from '@core/fields/file/file';
import { freshFile, type FileValue } from '@core/file/file';
import { middle, type Point } from '@core/file/crop';
import type { Site } from '@server/site/site';
import { createReadStream } from 'node:fs';
import path from 'node:path';

/** A file of the demo. All of them are made by us. */
interface DemoFile {
  readonly key: string;
  readonly file: string;
  readonly title: string;
  readonly words: string;
  readonly folder: string;
  readonly topics?: readonly string[];
  readonly focalPoint?: Point;
  readonly caption?: string;
  readonly readers?: FileValue['readers'];
}

const drawing = (key: string, title: string, words: string, more: Partial<DemoFile> = {}): DemoFile => ({
  key,
  file: `${key}.svg`,
  title,
  words,
  folder: 'Drawings',
  ...more,
});

const demoFiles: readonly DemoFile[] = [
  drawing('tern-point', 'Tern Point', 'A shingle spit running out to sea, two small hides on it.', {
    folder: 'Drawings/Reserves',
    topics: ['shingle'],
  }),
  drawing('harrow-marsh', 'Harrow Marsh', 'Reeds in front of open water, low hills behind.', {
    folder: 'Drawings/Reserves',
    topics: ['wetland'],
  }),
  drawing('quillet-dunes', 'Quillet Dunes', 'Sand dunes under a pale sky.', { folder: 'Drawings/Reserves', topics: ['dunes'] }),
  drawing('low-fleet', 'Low Fleet', 'Mudflats at low tide with winding creeks.', { folder: 'Drawings/Reserves', topics: ['mudflat'] }),
  drawing('skarn-head', 'Skarn Head', 'Dark cliffs above the sea.', { folder: 'Drawings/Reserves', topics: ['cliffs'] }),
  drawing('gannet-stack', 'Gannet Stack', 'A rock stack in the sea, white with birds.', {
    folder: 'Drawings/Reserves',
    topics: ['birds', 'cliffs'],
    focalPoint: { x: 0.5, y: 0.35 },
  }),
  drawing('dawn-count', 'Dawn count', 'Waders in flight over the shore at first light.', {
    topics: ['birds'],
    focalPoint: { x: 0.5, y: 0.4 },
  }),
  drawing('dune-flowers', 'Dune flowers', 'Flowers among marram grass.', { topics: ['plants'] }),
  drawing('moth-night', 'Moth night', '', { topics: ['moths'] }),
  drawing('winter-shore', 'Winter shore', 'A grey beach with a strandline under heavy cloud.', {}),
  drawing('sponsor-ropeworks', 'Penhallow Ropes', 'Penhallow Ropes: made to be pulled at.', { folder: 'Sponsors' }),
  drawing('sponsor-bakery', 'Quay Bakery', 'Quay Bakery: open before the tide.', { folder: 'Sponsors' }),
  drawing('sponsor-optics', 'Skarn Optics', 'Skarn Optics: for what is far away.', { folder: 'Sponsors' }),
  {
    key: 'members-programme',
    file: 'members-programme.pdf',
    title: 'Members’ spring programme',
    words: '',
    folder: 'For members',
    readers: { any: [{ test: 'membership', membership: 'member' }] },
  },
];

/** The id of a file of the demo, the same in every demo. */
export function demoFileId(key: string): string {
  return fileIdOfPath(`/media/${key}.svg`);
}

/** Brings the files in as an upload does, and gives the records that name them. @param at - UTC milliseconds */
export async function bringFiles(site: Site, at: number): Promise<readonly Change[]> {
  const changes: Change[] = [];
  for (const { key, file, title, words, folder, topics = [], focalPoint = middle, caption = '', readers = null } of demoFiles) {
    const { content, name } = await site.contents.receive(createReadStream(path.resolve('demo/files', file)), file, undefined, at);
    const value: FileValue = {
      ...freshFile(content, name, title),
      words,
      caption,
      credit: content.width === null ? '' : 'Drawn for Merrowby Coast Reserves',
      focalPoint,
      folder,
      topics: [...topics],
      readers,
    };
    changes.push({ recordId: demoFileId(key), kind: 'file', value, retires: false, baseRevisionId: null });
  }
  return changes;
}
