import { writeFullMoment } from '@core/format/moment';
import type { Proposal } from '@core/ledger/records';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { kindOf } from './edition-lookups';
import { momentStyle, nameOfPerson, titleOf } from './names';
import { readAs } from './own-words';

/** Refuses a move that was decided on other words than those that stand now, and shows what changed since. */
export async function refuseUnseen(site: Site, proposals: readonly Proposal[], decidedOn: readonly string[]): Promise<void> {
  const unseen = proposals.filter(each => !decidedOn.includes(each.headRevisionId));
  if (unseen.length === 0) return;
  const snapshot = site.snapshots.at();
  await site.history.read(decidedOn.flatMap(id => site.ledger.revisions.get(id) ?? []));
  const told = unseen.map(async ({ id, recordId, headRevisionId }) => {
    const head = site.ledger.revision(headRevisionId);
    const kind = kindOf(site, recordId);
    const seen = decidedOn.map(each => site.ledger.revisions.get(each)).find(each => each?.recordId === recordId);
    return {
      proposalId: id,
      recordId,
      title: titleOf(site, snapshot, kind, readAs(site, head, head.value)),
      headRevisionId,
      by: nameOfPerson(site, head.createdBy),
      at: head.createdAt,
      fields: await describeChanges(site, snapshot, kind, readAs(site, head, seen?.value ?? null), readAs(site, head, head.value)),
    };
  });
  const changed = await Promise.all(told);
  const first = changed[0]!;
  throw new Refusal(
    'stale',
    say`${first.by} saved newer words of “${first.title}” on ${writeFullMoment(first.at, momentStyle(site))}. Look at what changed and decide again.`,
    [{ pointer: '/decidedOn', detail: say`Another revision stands now.` }],
    { changed },
  );
}
