import type { Deletion } from '@contract/assembling';
import { countOf } from '@core/format/moment';
import { lossesFrom, obstaclesFrom } from '@core/references/words';
import { mayWrite } from '@core/people/grants';
import { inTransaction } from '../database/store-fault';
import { Refusal } from '../errors/refusal';
import { deleteRecordRows } from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf, writtenIn } from './edition-lookups';
import { bestValueOf, titleOf } from './names';
import { statusFields } from './record-facts';
import { recordsNaming } from './references';

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
  const naming = recordsNaming(site, id);
  obstacles.push(...obstaclesFrom(naming));
  const revisions = site.ledger.revisionsOf(id).length;
  const isPermitted =
    person.roles.some(role => mayDelete.some(each => each === role)) && mayWrite(person.grants, writtenIn(site, { kind }));
  if (!isPermitted) obstacles.push('Deleting for good needs a manager or an administrator.');
  return {
    title,
    mayDelete: obstacles.length === 0,
    takes: [`${countOf(revisions, 'revision')} and every trace of when it was live. It cannot be brought back.`, ...lossesFrom(naming)],
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
