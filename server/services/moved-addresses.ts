import type { ForwardingWish } from '@contract/messages';
import { forwardingAt, type ForwardingValue } from '@core/forwarding/forwarding';
import { page } from '@core/kinds/page/kind';
import type { Edition } from '@core/ledger/records';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
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
  if (pages.length === 0) return [];
  const before = snapshotOf(site, site.ledger, publication.from);
  const after = snapshotOf(site, publication.after, publication.from);
  const left = pages.flatMap(({ recordId }) => {
    const [old, next] = [before.pageById.get(recordId), after.pageById.get(recordId)];
    if (!old || after.pageByPath.has(old.facts.path)) return [];
    if (next)
      return old.facts.path === next.facts.path || wish.moved === 'not'
        ? []
        : [forwardingOf(old, recordId, wish.moved === 'for good' ? 308 : 302)];
    return wish.takenOffTo === null ? [] : [forwardingOf(old, wish.takenOffTo, 302)];
  });
  const taken = pages.flatMap(({ recordId }) => {
    const path = after.pageById.get(recordId)?.facts.path;
    const earlier = path === undefined ? null : forwardingAt(after, path);
    return earlier && earlier.value.status !== 404 ? [earlier.id] : [];
  });
  return [
    ...left.map(value => published(site, batch, edition, person, recordFor(before, value), value)),
    ...[...new Set(taken)].map(id => published(site, batch, edition, person, id, null)),
  ];
}

function forwardingOf({ facts, children }: PageNode, to: string, status: 308 | 302): ForwardingValue {
  return { version: 1, path: facts.path, beneath: children.length > 0, to: { page: to, address: '' }, status, reason: '' };
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
    note: 'The page moved',
    stage: 'approved',
    at: site.clocks.running(),
  });
  return { recordId, kind: 'forwarding', value, revisionId: value === null ? null : headRevisionId };
}
