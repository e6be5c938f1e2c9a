import { lacksWords } from '../file/file';
import { filesOf, pagesNaming } from '../file/holders';
import { forwardedFrom, forwardingsOf, leadsOn } from '../forwarding/forwarding';
import { kindNamed } from '../kinds/index';
import { pagesShowingBlock } from '../reach/reach';
import type { Reference } from '../references/reference';
import type { Registry } from '../registry/registry';
import type { SiteSnapshot } from '../site/snapshot';
import type { Finding } from './finding';

type Base = Pick<Finding, 'recordId' | 'recordKind' | 'pageId'>;

/**
 * Links, pictures and old addresses of the live site that lead to what is not there, and pictures that readers see and
 * that say nothing to those who cannot.
 */
export function linkFindings(snapshot: SiteSnapshot, registry: Registry): readonly Finding[] {
  const files = filesOf(snapshot);
  const findings: Finding[] = [];
  const look = (kind: 'page' | 'block', recordId: string, value: object): void => {
    for (const { to, way } of leadsOf(kind, value, registry)) {
      const isThere = files.has(to) || (way === 'link' && snapshot.pageById.has(to));
      if (isThere) continue;
      const pageId = kind === 'page' ? recordId : (pagesShowingBlock(snapshot, recordId)[0] ?? null);
      findings.push({ recordId, recordKind: kind, pageId, kind: way === 'link' ? 'link to nowhere' : 'picture gone', to });
    }
  };
  for (const { id, value } of snapshot.pages) look('page', id, value);
  for (const { id, value } of snapshot.blocks.values()) look('block', id, value);
  for (const [id, value] of files) {
    if (!lacksWords(value)) continue;
    const [pageId] = pagesNaming(snapshot, id);
    if (pageId) findings.push({ recordId: id, recordKind: 'file', pageId, kind: 'picture without words' });
  }
  for (const [id, { path, status }] of forwardingsOf(snapshot)) {
    const base: Base = { recordId: id, recordKind: 'forwarding', pageId: null };
    if (snapshot.pageByPath.has(path)) findings.push({ ...base, kind: 'forwarding hidden', pageId: snapshot.pageByPath.get(path)!.id });
    else if (leadsOn(status) && !leadsSomewhere(snapshot, path)) findings.push({ ...base, kind: 'forwarding to nowhere' });
  }
  return findings;
}

const kept = new WeakMap<object, readonly Reference[]>();

// The links and pictures of a value, each once however often it is named: what is stored never changes.
function leadsOf(kind: 'page' | 'block', value: object, registry: Registry): readonly Reference[] {
  const known = kept.get(value);
  if (known) return known;
  const named = new Map(
    kindNamed(kind)
      .references(value, registry)
      .toReversed()
      .map(each => [each.to, each]),
  );
  const made = [...named.values()].toReversed().filter(({ way }) => way === 'link' || way === 'picture');
  kept.set(value, made);
  return made;
}

function leadsSomewhere(snapshot: SiteSnapshot, path: string): boolean {
  const leads = forwardedFrom(snapshot, path)?.destination.leads;
  return leads === 'to a page' || leads === 'to an address';
}
