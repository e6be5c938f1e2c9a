import { isWaiting } from '@core/ledger/stage';
import type { Deletion } from '@contract/assembling';
import { countOf } from '@core/format/moment';
import { lossesFrom, obstaclesFrom } from '@core/references/words';
import { actNamed } from '@core/rights/acts';
import type { ActFacts } from '@core/rights/judge-act';
import { say, told } from '@core/tongue/say';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal } from '../errors/refusal';
import { deleteRecordRows } from '../repositories/ledger-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { kindOf, writtenIn } from './edition-lookups';
import { bestValueOf, titleOf } from './names';
import { statusFields } from './record-facts';
import { reachOfRecord } from './reach-of-act';
import { recordsNaming } from './references';
import { may, refuseUnless } from './rights';

/** What deleting a record for good would take, and what must be settled first. */
export function deletionOf(site: Site, person: Person, id: string): Deletion {
  const kind = kindOf(site, id);
  const snapshot = site.snapshots.at();
  const title = titleOf(site, snapshot, kind, bestValueOf(site, id));
  const { status } = statusFields(site, id, null);
  const obstacles: string[] = [];
  if (status === 'live' || status === 'scheduled')
    obstacles.push(say`It is ${told(status)}. Take it off first; deleting is for what readers no longer have.`);
  if (site.ledger.openProposalsOf(id).some(each => isWaiting(each.stage)))
    obstacles.push(say`A proposal for it is in review. Take it back or decide it first.`);
  const naming = recordsNaming(site, id);
  obstacles.push(...obstaclesFrom(naming));
  const revisions = site.ledger.revisionsOf(id).length;
  if (!may(person, 'delete for good', deletionFacts(site, id))) obstacles.push(told(actNamed('delete for good').refusal));
  return {
    title,
    mayDelete: obstacles.length === 0,
    takes: [say`${countOf(revisions, 'revision')} and every trace of when it was live. It cannot be brought back.`, ...lossesFrom(naming)],
    obstacles,
  };
}

function deletionFacts(site: Site, id: string): Omit<ActFacts, 'grants'> {
  return { written: [writtenIn(site, { kind: kindOf(site, id) })], reaches: () => reachOfRecord(site, id) };
}

/** Deletes a record for good. @throws Refusal when something stands in the way */
export function deleteForGood(site: Site, person: Person, id: string): Promise<void> {
  return site.writes.run(async () => {
    const deletion = deletionOf(site, person, id);
    const { obstacles } = deletion;
    refuseUnless(person, 'delete for good', deletionFacts(site, id));
    if (obstacles.length > 0) throw new Refusal('conflict', obstacles.join(' '));
    const revisions = site.ledger.revisionsOf(id).length;
    await inTransaction(site.knex, async transaction => {
      await deleteRecordRows(transaction, id);
      await writeDown(transaction, site.clocks.running(), [
        { act: 'delete', kind: kindOf(site, id), subjectId: id, title: deletion.title, before: { revisions } },
      ]);
    });
    site.ledger.forget(id);
  });
}
