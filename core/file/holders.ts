import { isRecordId } from '../collection/record-id';
import type { BlockValue } from '../block/block';
import type { PageValue } from '../page/page';
import { mayRead } from '../placement/resolve';
import { pagesShowingBlock } from '../reach/reach';
import { isRichText, referencesInText } from '../rich-text/document';
import { compileWho, type ReaderFacts } from '../rule/who';
import { valuesOfKind } from '../site/live-set';
import type { SiteSnapshot } from '../site/snapshot';
import { fileLinked } from './address';
import type { FileValue } from './file';

/** The live files of a snapshot, by id. */
export function filesOf(snapshot: SiteSnapshot): ReadonlyMap<string, FileValue> {
  return valuesOfKind<FileValue>(snapshot.values, 'file');
}

const namedByFields = new WeakMap<object, readonly string[]>();

/**
 * Ids that the fields of a page or block name, each once; among them are those of all the files it shows or links to. They
 * are known by their form, so that a block whose type is gone still names what it named.
 */
export function idsNamedBy({ fields }: Pick<PageValue | BlockValue, 'fields'>): readonly string[] {
  const known = namedByFields.get(fields);
  if (known) return known;
  const found = new Set<string>();
  const search = (held: unknown): void => {
    if (typeof held === 'string') {
      const id = isRecordId(held) ? held : fileLinked(held);
      if (id !== null) found.add(id);
    } else if (isRichText(held)) for (const { to } of referencesInText(held, '')) found.add(to);
    else if (typeof held === 'object' && held !== null) Object.values(held).forEach(search);
  };
  search(fields);
  const made = [...found];
  namedByFields.set(fields, made);
  return made;
}

/** The live pages and blocks that name a record, by their ids. */
export interface Holders {
  readonly pages: readonly string[];
  readonly blocks: readonly string[];
}

const nobody: Holders = { pages: [], blocks: [] };
const indexed = new WeakMap<SiteSnapshot['values'], ReadonlyMap<string, Holders>>();

/** Which live pages and blocks name a record; found once per state of the site. */
export function holdersOf(snapshot: SiteSnapshot, recordId: string): Holders {
  const known = indexed.get(snapshot.values) ?? indexHolders(snapshot);
  indexed.set(snapshot.values, known);
  return known.get(recordId) ?? nobody;
}

function indexHolders(snapshot: SiteSnapshot): ReadonlyMap<string, Holders> {
  const index = new Map<string, { pages: string[]; blocks: string[] }>();
  const at = (id: string) => index.get(id) ?? index.set(id, { pages: [], blocks: [] }).get(id)!;
  for (const { id, value } of snapshot.pages) for (const named of idsNamedBy(value)) at(named).pages.push(id);
  for (const { id, value } of snapshot.blocks.values()) for (const named of idsNamedBy(value)) at(named).blocks.push(id);
  return index;
}

/** Ids of the live pages on which a record is named (a file shown, a menu placed), by themselves or by a block that shows there. */
export function pagesNaming(snapshot: SiteSnapshot, recordId: string): readonly string[] {
  const { pages, blocks } = holdersOf(snapshot, recordId);
  return [...new Set([...pages, ...blocks.flatMap(id => pagesShowingBlock(snapshot, id))])];
}

/**
 * Whether a reader may have a file: by readers of its own, or else when they may read something that names it. What
 * nothing names yet is nobody's but the staff's.
 */
export function mayHave(snapshot: SiteSnapshot, fileId: string, reader: ReaderFacts): boolean {
  const file = filesOf(snapshot).get(fileId);
  if (!file) return false;
  if (file.readers !== null) return compileWho(file.readers)(reader);
  if (isOfCampaign(snapshot, fileId)) return true;
  const { pages, blocks } = holdersOf(snapshot, fileId);
  const isRead = (pageId: string) => mayRead(snapshot.pageById.get(pageId)!, reader);
  if (pages.some(isRead)) return true;
  return blocks.some(id => {
    const { readers } = snapshot.blocks.get(id)!.value;
    return (readers === null || compileWho(readers)(reader)) && pagesShowingBlock(snapshot, id).some(isRead);
  });
}

const ofCampaigns = new WeakMap<SiteSnapshot['values'], ReadonlySet<string>>();

// What a sponsor pays for is for all who come by a slot.
function isOfCampaign(snapshot: SiteSnapshot, fileId: string): boolean {
  const known =
    ofCampaigns.get(snapshot.values) ??
    new Set([...valuesOfKind<Pick<PageValue, 'fields'>>(snapshot.values, 'campaign').values()].flatMap(idsNamedBy));
  ofCampaigns.set(snapshot.values, known);
  return known.has(fileId);
}
