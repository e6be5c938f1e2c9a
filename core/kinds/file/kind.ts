import type { FileValue } from '../../file/file';
import { pagesNaming } from '../../file/holders';
import { contentWords, mediaTypeNamed } from '../../file/media-types';
import { mergeSets } from '../../merge/items';
import { pagesNamingAt } from '../../plan/presence';
import type { Kind, KindSite } from '../kind';
import { readersFaults } from '../rule-faults';
import { readersWords } from '../own-fields';
import { say, told } from '../../tongue/say';
import { fileEffect } from './effect';
import { fileSchema } from './schema';

/** A file of the library: a picture, a document, a film. */
export const file: Kind<FileValue> = {
  name: 'file',
  rights: {
    write: ['writer', 'editor', 'manager', 'administrator'],
    review: ['editor', 'manager', 'administrator'],
    publish: ['editor', 'manager', 'administrator'],
  },
  schema: fileSchema,
  title: value => value.title,
  ownFields: {
    title: { label: 'Title', isProse: true, hasOwnWords: true },
    name: { label: 'Name when it is taken away', isProse: true },
    content: { label: 'What it is', describe: (content: FileValue['content'], { style }) => contentWords(content, style.locale) },
    words: { label: 'In words', isProse: true, hasOwnWords: true },
    isDecoration: { label: 'Adds nothing to the words' },
    caption: { label: 'Caption', isProse: true, hasOwnWords: true },
    credit: { label: 'Credit', isProse: true },
    focalPoint: {
      label: 'Focal point',
      describe: ({ x, y }: FileValue['focalPoint']) => say`${Math.round(x * 100)} % across, ${Math.round(y * 100)} % down`,
    },
    folder: { label: 'Folder', isProse: true },
    topics: { label: 'Topics', merge: mergeSets, describe: (topics: readonly string[]) => topics.join(', ') },
    readers: { ...readersWords, empty: 'as what it stands in' },
  },
  references: () => [],
  words: ({ name, words, caption, credit, folder, topics }) => [name, words, caption, credit, folder, ...topics].join('\n'),
  found: (id, value, context) => ({
    detail: contentWords(value.content, context.style.locale),
    pageId: pagesNaming(context.snapshot, id)[0] ?? null,
  }),
  effect: fileEffect,
  pagesToSee: (id, _value, snapshot) => pagesNaming(snapshot, id),
  pagesChanged: (id, snapshot) => pagesNaming(snapshot, id),
  pagesAt: (id, plan, moment) => pagesNamingAt(plan, id, moment),
  whereabouts: value => told(mediaTypeNamed(value.content.mediaType).sort),
  faults: (_id, value, site) => [...readersFaults(value.readers, site), ...contentFaults(value, site)],
  isHarmlessWhenNew: true,
};

// What a file is has been told from its bytes; nobody else may say it.
function contentFaults({ content, focalPoint, isDecoration, words }: FileValue, site: KindSite) {
  const stored = site.contentOf(content.hash);
  if (stored === null) return [{ pointer: '/content/hash', detail: say`No such content has been brought in. Upload it first.` }];
  const isSame = (['mediaType', 'size', 'width', 'height'] as const).every(each => stored[each] === content[each]);
  return [
    ...(isSame ? [] : [{ pointer: '/content', detail: say`The content is not what is said of it.` }]),
    ...(content.width === null && (focalPoint.x !== 0.5 || focalPoint.y !== 0.5)
      ? [{ pointer: '/focalPoint', detail: say`Only a picture has a focal point.` }]
      : []),
    ...(isDecoration && words !== ''
      ? [{ pointer: '/words', detail: say`A picture that adds nothing has no words; say one or the other.` }]
      : []),
  ];
}
