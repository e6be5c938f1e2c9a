import { groupBy } from '../collection/group-by';
import { isSitePath } from '../fields/link/address';
import { partsOfPath } from '../fields/link/link';
import type { LinkTarget } from '../rich-text/document';
import { valuesOfKind } from '../site/live-set';
import type { PageNode, SiteSnapshot } from '../site/snapshot';

/**
 * How an old address answers. @see RFC 9110 sections 15.4.2 (301), 15.4.3 (302), 15.4.9 (308), 15.5.11 (410) and 15.5.5 (404)
 */
export const forwardingStatuses = [308, 301, 302, 410, 404] as const;
/** See {@link forwardingStatuses}. */
export type ForwardingStatus = (typeof forwardingStatuses)[number];

/** An old address that leads to a new one, says that what was there is gone, or is kept free. */
export interface ForwardingValue {
  readonly version: 1;
  /** The old address, from its first slash on, without what follows a question mark. */
  readonly path: string;
  /** Whether what lay beneath it leads to what lies beneath the new one. */
  readonly beneath: boolean;
  /** Where it leads; null where it leads nowhere. */
  readonly to: LinkTarget | null;
  readonly status: ForwardingStatus;
  readonly reason: string;
}

/** A forwarding with its id. */
export interface ForwardingNode {
  readonly id: string;
  readonly value: ForwardingValue;
}

/** Whether a status leads on. */
export function leadsOn(status: ForwardingStatus): boolean {
  return status === 301 || status === 302 || status === 308;
}

/** The live forwardings of a snapshot, by id. */
export function forwardingsOf(snapshot: SiteSnapshot): ReadonlyMap<string, ForwardingValue> {
  return valuesOfKind<ForwardingValue>(snapshot.values, 'forwarding');
}

const byPath = new WeakMap<ReadonlyMap<string, ForwardingValue>, ReadonlyMap<string, readonly ForwardingNode[]>>();

/** All forwardings of exactly one address; more than one is a fault. */
export function forwardingsAt(snapshot: SiteSnapshot, path: string): readonly ForwardingNode[] {
  const live = forwardingsOf(snapshot);
  const known =
    byPath.get(live) ??
    groupBy(
      [...live].map(([id, value]) => ({ id, value })),
      each => each.value.path,
    );
  byPath.set(live, known);
  return known.get(path) ?? [];
}

/** The forwarding of exactly one address, or null. */
export function forwardingAt(snapshot: SiteSnapshot, path: string): ForwardingNode | null {
  return forwardingsAt(snapshot, path).at(-1) ?? null;
}

/** The most steps from one old address to the next that are followed. */
const mostSteps = 10;

/** Where an old address leads in the end. */
export type Destination =
  | { readonly leads: 'to a page'; readonly page: PageNode; readonly after: string }
  | { readonly leads: 'to an address'; readonly address: string }
  | { readonly leads: 'nowhere' }
  | { readonly leads: 'in a circle'; readonly paths: readonly string[] };

/** An old address, where it leads in the end, and how it says so. */
export interface Forwarded {
  readonly forwarding: ForwardingNode;
  readonly status: ForwardingStatus;
  readonly destination: Destination;
}

/**
 * Where an address leads that no page has: through one old address to the next, in one step for whoever asks.
 * @returns null when it is no old address
 */
export function forwardedFrom(snapshot: SiteSnapshot, path: string): Forwarded | null {
  const first = nearestAt(snapshot, path);
  if (!first) return null;
  const { forwarding } = first;
  const { status } = forwarding.value;
  return { forwarding, status, destination: leadsOn(status) ? followed(snapshot, path, []) : { leads: 'nowhere' } };
}

function followed(snapshot: SiteSnapshot, path: string, way: readonly string[]): Destination {
  if (way.includes(path) || way.length >= mostSteps) return { leads: 'in a circle', paths: [...way, path] };
  const next = nearestAt(snapshot, path);
  if (!next || !leadsOn(next.forwarding.value.status) || next.forwarding.value.to === null) return { leads: 'nowhere' };
  const { to } = next.forwarding.value;
  if (to.page !== null) {
    const page = snapshot.pageById.get(to.page);
    if (!page) return { leads: 'nowhere' };
    return next.rest === ''
      ? { leads: 'to a page', page, after: to.address }
      : arrived(snapshot, joined(page.address, next.rest), '', [...way, path]);
  }
  if (!isSitePath(to.address))
    return { leads: 'to an address', address: next.rest === '' ? to.address : `${to.address.replace(/\/+$/, '')}${next.rest}` };
  const parts = partsOfPath(to.address);
  return arrived(snapshot, joined(parts.path, next.rest), parts.rest, [...way, path]);
}

function arrived(snapshot: SiteSnapshot, path: string, after: string, way: readonly string[]): Destination {
  const page = snapshot.pageByPath.get(path);
  return page ? { leads: 'to a page', page, after } : followed(snapshot, path, way);
}

function joined(path: string, rest: string): string {
  return rest === '' ? path : `${path === '/' ? '' : path}${rest}`;
}

/** The forwarding of an address, or the nearest above it that takes in what lay beneath, and what of the address is left. */
function nearestAt(snapshot: SiteSnapshot, path: string): { readonly forwarding: ForwardingNode; readonly rest: string } | null {
  if (forwardingsOf(snapshot).size === 0) return null;
  const exact = forwardingAt(snapshot, path);
  if (exact) return { forwarding: exact, rest: '' };
  for (let end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
    const above = forwardingAt(snapshot, path.slice(0, end));
    if (above?.value.beneath) return { forwarding: above, rest: path.slice(end) };
  }
  return null;
}
