import type { ForwardingWish } from '@contract/messages';
import { forwardingAt, type ForwardingValue } from '@core/forwarding/forwarding';
import { page } from '@core/kinds/page/kind';
import type { Edition } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { addChange, type Batch } from './batch';
import { liveRevisionId } from './edition-lookups';
import type { Publication, PublishedChange } from './publication';
import { snapshotOf } from './reach-of-act';

/**
 * What a publication makes of addresses: each page that moves leaves its old one leading to it, with all that lay beneath;
 * those of pages taken off lead where was said; an old address that a page comes to is taken over. They are put into the
 * batch as part of the same edition, so that they hold from the same moment and for as long.
 */
export function addForwardings(
  site: Site,
  batch: Batch,
  edition: Edition,
  person: Person,
  publication: Publication,
  wish: ForwardingWish,
): readonly PublishedChange[] {
  const pages = publication.changes.filter(each => each.kind === page.name);
  if (!pages.some(each => mayChangeAddress(site, each, publication.from))) return [];
  // Each locale that anybody reads has addresses of its own.
  const readings = site.settings.locales
    .filter(each => each.state !== 'off')
    .map(({ tag }): Reading => ({
      before: snapshotOf(site, site.ledger, publication.from, tag),
      after: snapshotOf(site, publication.after, publication.from, tag),
    }));
  const ids = new Set(pages.map(each => each.recordId));
  const left = readings.flatMap(reading => [...ids].flatMap(id => addressLeft(reading, id, wish)));
  const taken = readings.flatMap(({ after }) =>
    [...ids].flatMap(id => {
      const address = after.pageById.get(id)?.address;
      const earlier = address === undefined ? null : forwardingAt(after, address);
      return earlier && earlier.value.status !== 404 ? [earlier.id] : [];
    }),
  );
  // Where hosts tell locales apart, the same path may be left in several: one forwarding serves them all.
  const byPath = new Map(left.map(value => [value.path, value]));
  const { before } = readings[0]!;
  return [
    ...[...byPath.values()].map(value => published(site, batch, edition, person, recordFor(before, value), value)),
    ...[...new Set(taken)].map(id => published(site, batch, edition, person, id, null)),
  ];
}

// Other words alone leave every address as it is, in whatever locale: then there is no need to look at them all.
function mayChangeAddress({ ledger }: Site, { recordId, locale, value }: PublishedChange, at: number): boolean {
  const inForce = ledger.inForce(recordId, at, Infinity, locale ?? ledger.localeOf(recordId));
  return value === null || inForce.state !== 'live' || standsAt(ledger.revision(inForce.revisionId).value) !== standsAt(value);
}

/** What of a page, or of its own words in a locale, decides on addresses. */
function standsAt(value: unknown): string {
  const { parentId, segment, words } = value as Partial<PageValue> & { readonly words?: { readonly segment?: unknown } };
  return JSON.stringify([parentId, segment, words?.segment]);
}

/** A site as it is read in one locale, without a publication and with it. */
interface Reading {
  readonly before: SiteSnapshot;
  readonly after: SiteSnapshot;
}

function addressLeft({ before, after }: Reading, id: string, wish: ForwardingWish): readonly ForwardingValue[] {
  const [old, next] = [before.pageById.get(id), after.pageById.get(id)];
  if (!old || after.pageByPath.has(old.address)) return [];
  if (next)
    return old.address === next.address || wish.moved === 'not' ? [] : [forwardingOf(old, id, wish.moved === 'for good' ? 308 : 302)];
  return wish.takenOffTo === null ? [] : [forwardingOf(old, wish.takenOffTo, 302)];
}

function forwardingOf({ address, children }: PageNode, to: string, status: 308 | 302): ForwardingValue {
  return { version: 1, path: address, beneath: children.length > 0, to: { page: to, address: '' }, status, reason: '' };
}

// An address that leads somewhere already leads elsewhere from now on.
function recordFor(before: SiteSnapshot, { path }: ForwardingValue): string {
  return forwardingAt(before, path)?.id ?? uuidv7();
}

function published(
  site: Site,
  batch: Batch,
  edition: Edition,
  person: Person,
  recordId: string,
  value: ForwardingValue | null,
): PublishedChange {
  const baseRevisionId = liveRevisionId(site, recordId, site.clocks.content());
  const change = { recordId, kind: 'forwarding' as const, value, retires: value === null, baseRevisionId };
  const { headRevisionId } = addChange(site, batch, change, {
    edition,
    person,
    note: say`The page moved`,
    stage: 'approved',
    at: site.clocks.running(),
  });
  return { recordId, kind: 'forwarding', value, revisionId: value === null ? null : headRevisionId };
}
