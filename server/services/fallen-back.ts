import { isOpen } from '@core/ledger/ledger';
import type { Proposal } from '@core/ledger/records';
import { isWaiting } from '@core/ledger/stage';
import { stageOnceChanged, standingIn } from '@core/workflow/workflow';
import type { Site } from '../site/site';
import { overlaysOf, type Batch } from './batch';
import { workflowOf } from './standing';

/**
 * The same batch, in which every edition whose words it changes stands where changed words stand: whoever had passed it on
 * has not seen them. What moves in the same step is judged by the move.
 */
export function fallenBack(site: Site, batch: Batch): Batch {
  const movedIds = new Set(batch.moves.map(each => each.editionId));
  const isChanged = ({ id, headRevisionId, editionId }: Proposal) => {
    const before = site.ledger.proposals.get(id);
    return before?.headRevisionId !== headRevisionId || before.editionId !== editionId;
  };
  const editionIds = new Set(batch.proposals.filter(isChanged).map(each => each.editionId));
  const fallen = [...editionIds].flatMap(editionId => {
    if (movedIds.has(editionId)) return [];
    const own = batch.proposals.filter(each => each.editionId === editionId);
    const ids = new Set(own.map(each => each.id));
    const all = [...own, ...site.ledger.proposalsOfEdition(editionId).filter(each => !ids.has(each.id))].filter(isOpen);
    if (!all.some(each => isWaiting(each.stage))) return [];
    const workflow = workflowOf(site, overlaysOf(site, batch, all));
    const stage = stageOnceChanged(workflow, standingIn(workflow, all[0]!.stage));
    return all.flatMap(each => (each.stage === stage ? [] : [{ ...each, stage }]));
  });
  if (fallen.length === 0) return batch;
  const ids = new Set(fallen.map(each => each.id));
  return { ...batch, proposals: [...batch.proposals.filter(each => !ids.has(each.id)), ...fallen] };
}
