import type { Deletion } from '@contract/assembling';
import { countOf } from '@core/format/moment';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { mayWrite } from '@core/workflow/workflow';
import { inTransaction } from '../database/store-fault';
import { Refusal } from '../http/problems';
import { deleteRecordRows } from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf } from './edition-lookups';
import { holdersByBlock } from './insets';
import { bestValueOf, titleOf } from './names';
import { isKept, statusFields } from './record-facts';

/** Roles that may delete for good. */
const mayDelete = ['manager', 'administrator'] as const;

/** What deleting a record for good would take, and what must be settled first. */
export function deletionOf(site: Site, person: Person, id: string): Deletion {
  const kind = kindOf(site, id);
  const snapshot = site.snapshots.at();
  const title = titleOf(site, snapshot, kind, bestValueOf(site, id));
  const { status } = statusFields(site, id, null);
  const obstacles: string[] = [];
  if (status === 'live' || status === 'scheduled')
    obstacles.push(`It is ${status}. Take it off first; deleting is for what readers no longer have.`);
  if (site.ledger.openProposalsOf(id).some(each => each.stage === 'in review'))
    obstacles.push('A proposal for it is in review. Take it back or decide it first.');
  const kept = (other: string) => other !== id && isKept(site, other);
  if (kind === 'block') {
    const placements = site.ledger
      .recordsOf('placement')
      .filter(each => kept(each.id) && (bestValueOf(site, each.id) as PlacementValue | null)?.blockId === id);
    if (placements.length > 0)
      obstacles.push(
        `${countOf(placements.length, 'placement')} still hold${placements.length === 1 ? 's' : ''} it. Take ${placements.length === 1 ? 'it' : 'them'} off first.`,
      );
    const holders = holdersByBlock(site).get(id) ?? [];
    if (holders.length > 0)
      obstacles.push(`It is an inset in ${holders.map(each => `“${each.title}”`).join(', ')}. Take it out of the text first.`);
  }
  if (
    kind === 'page' &&
    site.ledger.recordsOf('page').some(each => kept(each.id) && (bestValueOf(site, each.id) as PageValue | null)?.parentId === id)
  )
    obstacles.push('Pages lie beneath it. Move or delete them first.');
  if (kind === 'shared rule') {
    const followers = [...site.ledger.recordsOf('placement'), ...site.ledger.recordsOf('shared rule')].filter(
      each => kept(each.id) && (bestValueOf(site, each.id) as PlacementValue | SharedRuleValue | null)?.rule.follows.includes(id),
    );
    if (followers.length > 0)
      obstacles.push(
        `${countOf(followers.length, 'record')} still follow${followers.length === 1 ? 's' : ''} it. Name what takes its place first.`,
      );
  }
  const revisions = site.ledger.revisionsOf(id, site.settings.baseLocale).length;
  const isPermitted = person.roles.some(role => mayDelete.some(each => each === role)) && mayWrite(kind, person.roles);
  if (!isPermitted) obstacles.push('Deleting for good needs a manager or an administrator.');
  return {
    title,
    mayDelete: obstacles.length === 0,
    takes: [`${countOf(revisions, 'revision')} and every trace of when it was live. It cannot be brought back.`],
    obstacles,
  };
}

/** Deletes a record for good. @throws Refusal when something stands in the way */
export function deleteForGood(site: Site, person: Person, id: string): Promise<void> {
  return site.writes.run(async () => {
    const { obstacles } = deletionOf(site, person, id);
    if (!person.roles.some(role => mayDelete.some(each => each === role)))
      throw new Refusal('not-permitted', 'Deleting for good needs a manager or an administrator.');
    if (obstacles.length > 0) throw new Refusal('conflict', obstacles.join(' '));
    await inTransaction(site.knex, transaction => deleteRecordRows(transaction, id));
    site.ledger.forget(id);
  });
}
