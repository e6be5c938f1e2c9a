import { lineOf } from '../ledger/ancestry';
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
  // What was taken in from the base is its authors' work, not the proposal's; only a merge leads there past the base itself.
  let before: ReadonlySet<string> | null = null;
  const pending = [proposal.headRevisionId];
  while (pending.length > 0) {
    const id = pending.pop()!;
    if (id === proposal.baseRevisionId || before?.has(id) || seen.has(id)) continue;
    seen.add(id);
    const revision = unsaved.find(each => each.id === id) ?? ledger.revisions.get(id);
    if (!revision) continue;
    authors.add(revision.createdBy);
    if (revision.mergedFromId !== null) before ??= lineOf(proposal.baseRevisionId, each => ledger.revisions.get(each));
    for (const madeFrom of [revision.parentId, revision.mergedFromId]) if (madeFrom !== null) pending.push(madeFrom);
  }
  return authors;
}
