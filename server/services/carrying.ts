import type { PublicationWish } from '@contract/messages';
import { commonBeginning } from '@core/ledger/ancestry';
import { plannedWithin, type PlannedStretch, type Turn } from '@core/ledger/outlook';
import type { Revision } from '@core/ledger/records';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import type { Site } from '../site/site';
import { mergedOf } from './merged';
import type { PublicationBasis, PublishedChange } from './publication';

/** What is planned, with a change brought into it. */
export interface Carrying {
  readonly revisions: readonly Revision[];
  /** The stretches in which they take the place of what was planned. */
  readonly stretches: readonly PlannedStretch[];
  /** How many places are to be settled at a planned turn; null where the change cannot be brought into it. */
  readonly toSettle: (turn: Turn) => number | null;
}

/** Brings a change into every other version of its record that is planned. What began apart stays as it is planned. */
export function carryInto(
  site: Site,
  change: PublishedChange,
  planned: readonly PlannedStretch[],
  choices: NonNullable<PublicationWish['carried']>,
  { by, beginnings }: PublicationBasis,
): Carrying {
  const made = new Map<string, { readonly revision: Revision; readonly open: number }>();
  if (change.revisionId === null) return { revisions: [], stretches: [], toSettle: () => null };
  for (const { revisionId } of planned) {
    if (made.has(revisionId)) continue;
    const base = beginnings.get(revisionId);
    if (!base) continue;
    const theirs = site.ledger.revision(revisionId);
    const written = { recordId: change.recordId, kind: change.kind, locale: theirs.locale };
    const three = { base: base.value, ours: change.value, theirs: theirs.value };
    const { value, conflicts } = mergedOf(site, written, three, choices[revisionId] ?? {});
    const revision: Revision = {
      ...theirs,
      id: uuidv7(),
      parentId: theirs.id,
      mergedFromId: change.revisionId,
      value,
      createdAt: site.clocks.running(),
      createdBy: by,
      note: say`brought in from what went live before it`,
    };
    made.set(revisionId, { revision, open: conflicts.filter(each => each.chosen === null).length });
  }
  return {
    revisions: [...made.values()].map(each => each.revision),
    stretches: planned.flatMap(each => {
      const carried = made.get(each.revisionId);
      return carried ? [{ ...each, revisionId: carried.revision.id }] : [];
    }),
    toSettle: ({ inForce }) => (inForce.state === 'live' ? (made.get(inForce.revisionId)?.open ?? null) : null),
  };
}

/** The words that changes and what is planned after them were both made from, by the planned revision. */
export type Beginnings = ReadonlyMap<string, Revision>;

/** A version of a record that is to be published: the revision itself, or the one that it was made from. */
export interface VersionToPublish {
  readonly recordId: string;
  readonly locale?: string | undefined;
  readonly revisionId: string | null;
}

/**
 * Reads the words that some versions and what is planned after them were both made from. What began apart has none.
 * @param unsaved - revisions that are not stored yet
 */
export async function beginningsOf(site: Site, versions: readonly VersionToPublish[], unsaved: readonly Revision[]): Promise<Beginnings> {
  const now = site.clocks.content();
  const revisionBy = (id: string) => unsaved.find(each => each.id === id) ?? site.ledger.revisions.get(id);
  const beginnings = new Map<string, Revision>();
  for (const { recordId, locale = site.ledger.localeOf(recordId), revisionId } of versions) {
    if (revisionId === null) continue;
    const { known } = site.ledger.outlookOf(recordId, locale);
    for (const planned of plannedWithin(known, { from: now, until: null, afterwards: 'earlier' })) {
      const id = commonBeginning(revisionId, planned.revisionId, revisionBy);
      if (id !== null) beginnings.set(planned.revisionId, revisionBy(id)!);
    }
  }
  await site.history.read([...beginnings.values()]);
  return beginnings;
}
