import type { ListingFound, ListingQuestion } from '@contract/listing';
import type { BlockValue } from '@core/block/block';
import { kindNamed } from '@core/kinds/index';
import { listPages, type LeftOut } from '@core/listing/listing';
import { leftOutWords, listedWords } from '@core/listing/words';
import type { PageNode } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { refuseInvalid } from '../errors/refusal';
import type { Site } from '../site/site';
import { momentStyle } from './names';
import { findPage, snapshotFor } from './views';

/** The most pages of which it is told why they are not listed; those that would be next come first. */
const mostOut = 12;

const nearest: readonly LeftOut[] = ['beyond the most', 'skipped'];

/** What a listing would hold from a vantage, why, and what it would not. */
export function listingOf(site: Site, { vantage, change }: ListingQuestion): ListingFound {
  const value = change.value as BlockValue;
  if (kindNamed(change.kind).typedBy !== 'block types' || !site.registry.blockTypes.get(value?.type)?.listsPages)
    refuseInvalid([{ pointer: '/change/value/type', detail: say`Blocks of this type list no pages.` }]);
  const snapshot = snapshotFor(site, vantage, []);
  const { page: current } = findPage(site, snapshot, vantage);
  const style = momentStyle(site);
  const reads = (id: string) => site.counts.lately('read', id, snapshot.moment);
  const context = {
    snapshot,
    current,
    reader: vantage.reader,
    zone: style.zone,
    seed: change.recordId,
    reads,
    pageTypes: site.registry.pageTypes,
  };
  const out: { readonly page: PageNode; readonly why: LeftOut }[] = [];
  const { pages, validUntil } = listPages(value.fields, context, (page, why) => out.push({ page, why }));
  const told = [...out.filter(each => nearest.includes(each.why)), ...out.filter(each => !nearest.includes(each.why))].slice(0, mostOut);
  const row = ({ id, value: { title }, address: path }: PageNode, why: string) => ({ id, title, path, why });
  return {
    rows: pages.map(page => row(page, listedWords(page, value.fields, context))),
    out: told.map(({ page, why }) => row(page, leftOutWords(page, why, value.fields, style, snapshot.moment))),
    outCount: out.length,
    changesAt: validUntil === Infinity ? null : validUntil,
  };
}
