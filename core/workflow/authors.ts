import type { Ledger } from '../ledger/ledger';
import type { Proposal, Revision } from '../ledger/records';

/**
 * Everybody who had a hand in a proposal since the revision it was begun from: whoever began it, and the author of every
 * revision on the way to its head, those taken over from another proposal included.
 * @param unsaved - revisions that the ledger does not hold yet
 */
export function authorsSince(ledger: Ledger, proposal: Proposal, unsaved: readonly Revision[] = []): ReadonlySet<string> {
  const authors = new Set([proposal.createdBy]);
  const seen = new Set<string>();
  const pending = [proposal.headRevisionId];
  while (pending.length > 0) {
    const id = pending.pop()!;
    if (id === proposal.baseRevisionId || seen.has(id)) continue;
    seen.add(id);
    const revision = unsaved.find(each => each.id === id) ?? ledger.revisions.get(id);
    if (!revision) continue;
    authors.add(revision.createdBy);
    for (const before of [revision.parentId, revision.mergedFromId]) if (before !== null) pending.push(before);
  }
  return authors;
}
