import type { BlockValue } from '../block/block';
import { Ledger } from '../ledger/ledger';
import type { PublicationEntry, RecordKind, Revision } from '../ledger/records';
import type { PageValue } from '../page/page';
import type { PlacementValue } from '../placement/placement';
import { everywhere, type Rule } from '../rule/rule';
import { takeSnapshot, type SiteSnapshot } from '../site/snapshot';
import type { ThemeManifest } from '../theme/manifest';

import { initialValues } from '../fields/index';
import { page as pageType } from '../page-types/page/type';
import { type RichText, textOfParagraphs } from '../rich-text/document';

/** A theme of two layouts, one of them without an aside. */
export const smallTheme: ThemeManifest = {
  name: 'small',
  label: 'Small',
  regions: [
    { name: 'main', label: 'Main', help: '' },
    { name: 'aside', label: 'Aside', help: '' },
  ],
  insertionPoints: [{ name: 'top', label: 'Top', help: '' }],
  readingOrder: ['top', 'main', 'aside'],
  looks: [],
  layouts: [
    { name: 'wide', label: 'Wide', help: '', regions: ['main', 'aside'] },
    { name: 'narrow', label: 'Narrow', help: '', regions: ['main'] },
  ],
  widths: { phone: 390, tablet: 820, desk: 1200 },
};

/** Builds a ledger line by line, each line one publication. */
export class SmallWorld {
  readonly ledger = new Ledger();
  /** The locale in which records begin. */
  startsIn = 'en-GB';
  #number = 0;

  /** Adds a record with one revision that is live from `from` on. */
  add(kind: RecordKind, id: string, value: unknown, times: Partial<PublicationEntry> = {}): this {
    if (!this.ledger.records.has(id))
      this.ledger.absorb({ records: [{ id, kind, locale: this.startsIn, createdAt: 0, createdBy: 'somebody' }] });
    const revision: Revision = {
      id: `${id}-${(this.#number += 1)}`,
      recordId: id,
      locale: times.locale ?? this.ledger.localeOf(id),
      parentId: null,
      mergedFromId: null,
      translatedFromId: null,
      value,
      createdAt: 0,
      createdBy: 'somebody',
      note: '',
    };
    const entry: PublicationEntry = {
      number: this.#number,
      publicationId: revision.id,
      recordId: id,
      locale: this.ledger.localeOf(id),
      act: 'set',
      revisionId: revision.id,
      from: 0,
      until: null,
      fromTyped: null,
      untilTyped: null,
      afterwards: 'earlier',
      recordedAt: 0,
      recordedBy: 'somebody',
      reason: '',
      editionId: null,
      ...times,
    };
    this.ledger.absorb({ revisions: [revision], entries: [entry] });
    return this;
  }

  page(id: string, parentId: string | null, part: Partial<PageValue> = {}, times: Partial<PublicationEntry> = {}): this {
    const value = {
      version: 3 as const,
      type: 'page',
      typeVersion: 1,
      title: id,
      parentId,
      segment: parentId === null ? '' : id,
      order: 'a0',
      layout: 'wide',
      readers: null,
      inMenu: true,
      menuLabel: '',
      ...part,
      fields: { ...initialValues(pageType.fields), ...part.fields },
    } satisfies PageValue;
    return this.add('page', id, value, times);
  }

  block(id: string, part: Partial<BlockValue> = {}, times: Partial<PublicationEntry> = {}): this {
    return this.add(
      'block',
      id,
      {
        version: 2,
        type: 'rich text',
        typeVersion: 1,
        title: id,
        fields: { body: textOfParagraphs('words') },
        readers: null,
        ...part,
      } satisfies BlockValue,
      times,
    );
  }

  placement(id: string, part: Partial<PlacementValue> = {}, rule: Partial<Rule> = {}, times: Partial<PublicationEntry> = {}): this {
    return this.add('placement', id, placementOf(part, rule), times);
  }

  at(moment: number, now = moment): SiteSnapshot {
    return takeSnapshot(this.ledger, { moment, now, manifest: smallTheme });
  }
}

/** A placement of the block "words" in main, on every page. */
export function placementOf(part: Partial<PlacementValue> = {}, rule: Partial<Rule> = {}): PlacementValue {
  return {
    version: 1,
    blockId: 'words',
    target: { kind: 'region', name: 'main' },
    order: 'a0',
    rule: { ...everywhere, ...rule },
    off: false,
    look: '',
    align: 'start',
    title: { show: 'block', own: '' },
    anchor: '',
    reason: '',
    ...part,
  };
}

/** A text that holds nothing but blocks. */
export function textHolding(...blockIds: readonly string[]): RichText {
  return { type: 'doc', content: blockIds.map(blockId => ({ type: 'inset', attrs: { blockId, showsTitle: false, look: '' } })) };
}
