import { endingsAround, type Ending } from '@core/plan/endings';
import { inTransaction } from '../database/store-fault';
import { toldOf } from '../repositories/notices-repository';
import type { Site } from '../site/site';
import { titleOf } from './names';
import { storeNotices, type Tiding } from './notices';

const day = 86_400_000;

/**
 * Tells whoever wrote something last, and whoever let it go live, that it ends soon or is to be looked over; once for each end.
 * Nothing that readers get hangs on it: a server that was down tells it when it is up again.
 */
export async function warnOfEndings(site: Site): Promise<void> {
  const now = site.clocks.content();
  const endings = endingsAround(site.ledger, now, 0, site.settings.warnDays * day).filter(each => each.isLive && each.state !== 'ended');
  if (endings.length === 0) return;
  await site.writes.run(async () => {
    const told = await toldOf(site.knex, 'ends soon');
    const tidings = endings
      .flatMap(each => tidingsOf(site, each))
      .filter(each => !told.has(`${each.personId} ${each.recordId} ${each.act}`));
    if (tidings.length === 0) return;
    const announce = await inTransaction(site.knex, transaction => storeNotices(site, transaction, tidings, ''));
    await announce();
  });
}

function tidingsOf(site: Site, { recordId, kind, state, at, value }: Ending): readonly Tiding[] {
  const title = titleOf(site, site.snapshots.at(), kind, value);
  const act = `${state} ${new Date(at).toISOString()}`;
  return [...new Set(ownersOf(site, recordId))].map(personId => ({ personId, kind: 'ends soon', act, title, editionId: null, recordId }));
}

// Whoever wrote it last, and whoever let it go live.
function ownersOf({ ledger, clocks }: Site, recordId: string): readonly string[] {
  const last = ledger.revisionsOf(recordId).at(-1);
  const { known } = ledger.outlookOf(recordId);
  const entry = known.find(each => each.from <= clocks.content());
  return [...(last ? [last.createdBy] : []), ...(entry ? [entry.recordedBy] : [])];
}
