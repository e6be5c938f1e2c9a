import type { Revision } from './records';

/** How revisions are looked up by id. */
export type RevisionById = (id: string) => Pick<Revision, 'id' | 'parentId' | 'mergedFromId'> | undefined;

/** A revision and all that it was made from, merges followed both ways. */
export function lineOf(id: string | null, revisionBy: RevisionById): ReadonlySet<string> {
  const line = new Set<string>();
  const pending = id === null ? [] : [id];
  for (let next = pending.pop(); next !== undefined; next = pending.pop()) {
    const revision = line.has(next) ? undefined : revisionBy(next);
    if (!revision) continue;
    line.add(next);
    for (const before of [revision.parentId, revision.mergedFromId]) if (before !== null) pending.push(before);
  }
  return line;
}

/**
 * The newest revision that two were both made from; null where they began apart. Ids are UUIDv7, which sort by the time at
 * which they were made (RFC 9562 §5.7).
 */
export function commonBeginning(one: string, other: string, revisionBy: RevisionById): string | null {
  const line = lineOf(one, revisionBy);
  const common = [...lineOf(other, revisionBy)].filter(id => line.has(id));
  return common.length === 0 ? null : common.reduce((newest, id) => (id > newest ? id : newest));
}
