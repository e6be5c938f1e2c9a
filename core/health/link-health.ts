import { lacksWords } from '../file/file';
import { filesOf, pagesNaming } from '../file/holders';
import { forwardedFrom, forwardingsOf, leadsOn } from '../forwarding/forwarding';
import { kindNamed } from '../kinds/index';
import type { RecordKind } from '../ledger/records';
import { pagesShowingBlock } from '../reach/reach';
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
  const look = (kind: RecordKind, value: unknown, base: Base): void => {
    const told = new Set<string>();
    for (const { to, way } of kindNamed(kind).references(value, registry)) {
      if (told.has(to)) continue;
      told.add(to);
      const isThere = snapshot.pageById.has(to) || files.has(to);
      if (way === 'link' && !isThere) findings.push({ ...base, kind: 'link to nowhere', to });
      if (way === 'picture' && !files.has(to)) findings.push({ ...base, kind: 'picture gone', to });
    }
  };
  for (const { id, value } of snapshot.pages) look('page', value, { recordId: id, recordKind: 'page', pageId: id });
  for (const { id, value } of snapshot.blocks.values())
    look('block', value, { recordId: id, recordKind: 'block', pageId: pagesShowingBlock(snapshot, id)[0] ?? null });
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

function leadsSomewhere(snapshot: SiteSnapshot, path: string): boolean {
  const leads = forwardedFrom(snapshot, path)?.destination.leads;
  return leads === 'to a page' || leads === 'to an address';
}
