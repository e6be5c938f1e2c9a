import type { BlockValue } from '@core/block/block';
import { initialValues } from '@core/fields/index';
import { Ledger } from '@core/ledger/ledger';
import type { PublicationEntry, RecordKind, Revision } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import { commonFields } from '@core/page-types/common-fields';
import { pageTypeNames } from '@core/page-types/index';
import type { PlacementValue } from '@core/placement/placement';
import { textOfParagraphs } from '@core/rich-text/document';
import type { Rule, WhereTest } from '@core/rule/rule';
import type { ThemeManifest } from '@core/theme/manifest';
import { plainEntry } from './entry';

/** A made-up site of many pages, three levels deep, and many placements of the kinds that real sites have. */
export function largeLedger(pageCount: number, placementCount: number): Ledger {
  const records: { id: string; kind: RecordKind; locale: string; createdAt: number; createdBy: string }[] = [];
  const revisions: Revision[] = [];
  const entries: PublicationEntry[] = [];
  const add = (kind: RecordKind, id: string, value: unknown): void => {
    records.push({ id, kind, locale: 'en-GB', createdAt: 0, createdBy: 'x' });
    revisions.push({
      id: `r-${id}`,
      recordId: id,
      locale: 'en-GB',
      parentId: null,
      mergedFromId: null,
      translatedFromId: null,
      value,
      createdAt: 0,
      createdBy: 'x',
      note: '',
    });
    entries.push(plainEntry({ recordId: id, revisionId: `r-${id}`, number: entries.length + 1 }));
  };
  const sections = Math.round(Math.sqrt(pageCount));
  const blank = initialValues(commonFields);
  for (let index = 0; index < pageCount; index += 1) {
    const parentId = index === 0 ? null : index <= sections ? 'page-0' : `page-${1 + (index % sections)}`;
    add('page', `page-${index}`, {
      version: 3,
      type: pageTypeNames[index % 5]!,
      typeVersion: 1,
      title: `Page ${index}`,
      parentId,
      segment: index === 0 ? '' : `p${index}`,
      order: 'a0',
      layout: 'wide',
      readers: {},
      inMenu: true,
      menuLabel: '',
      fields: { ...blank, topics: [`topic ${index % 500}`] },
    } satisfies PageValue);
  }
  for (let index = 0; index < placementCount; index += 1) {
    add('block', `block-${index}`, {
      version: 2,
      type: 'rich text',
      typeVersion: 1,
      title: `Block ${index}`,
      fields: { body: textOfParagraphs(`Words ${index}`) },
      readers: null,
    } satisfies BlockValue);
    add('placement', `placement-${index}`, placement(index, pageCount, placementCount));
  }
  const ledger = new Ledger();
  ledger.absorb({ records, revisions, entries });
  return ledger;
}

/** The theme of the made-up site. */
export const largeTheme: ThemeManifest = {
  name: 'large',
  label: 'Large',
  regions: [{ name: 'main', label: 'Main', help: '' }],
  insertionPoints: [],
  readingOrder: ['main'],
  looks: [],
  layouts: [{ name: 'wide', label: 'Wide', help: '', regions: ['main'] }],
  widths: { phone: 390, tablet: 820, desk: 1200 },
};

// Twenty show everywhere and one in fifty in a whole section; the rest belong to one page, a page and what is beneath it, or a topic.
function placement(index: number, pageCount: number, placementCount: number): PlacementValue {
  const page = `page-${(index * 7919) % pageCount}`;
  const sections = Math.round(Math.sqrt(pageCount));
  const kinds: readonly (() => { any: WhereTest[]; none?: WhereTest[] })[] = [
    () => ({ any: [{ test: 'page', page }] }),
    () => ({ any: [{ test: 'within', page }], none: [{ test: 'page', page: 'page-0' }] }),
    () => ({ any: [{ test: 'topic', topic: `topic ${index % 500}` }] }),
    () => ({
      any: [
        { test: 'page', page },
        { test: 'page', page: `page-${(index * 31) % pageCount}` },
      ],
    }),
  ];
  const isEverywhere = index % Math.floor(placementCount / 20) === 0;
  const inSection: Rule['where'] = { any: [{ test: 'within', page: `page-${1 + (index % sections)}` }] };
  const where: Rule['where'] = isEverywhere ? {} : index % 50 === 0 ? inSection : kinds[index % kinds.length]!();
  const who: Rule['who'] = index % 7 === 0 ? { any: [{ test: 'membership', membership: 'member' }] } : {};
  const when: Rule['when'] =
    index % 5 === 0
      ? {
          all: [
            {
              test: 'window',
              from: { local: '2027-01-01T00:00', zone: 'Europe/London' },
              until: { local: '2027-12-31T00:00', zone: 'Europe/London' },
            },
          ],
        }
      : {};
  return {
    version: 1,
    blockId: `block-${index}`,
    target: { kind: 'region', name: 'main' },
    order: `a${index.toString(36)}`,
    rule: { version: 2, where, who, when, follows: [] },
    off: false,
    look: '',
    align: 'start',
    title: { show: 'block', own: '' },
    anchor: '',
    reason: '',
  };
}
