import type { EditionDetail } from '@contract/messages';

/** The revisions that somebody who looks at an edition decides on. */
export function headsOf(edition: EditionDetail): string[] {
  return edition.changes.map(change => change.headRevisionId);
}
