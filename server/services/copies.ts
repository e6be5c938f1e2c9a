import type { Copied, CopyRequest } from '@contract/assembling';
import type { BlockValue } from '@core/block/block';
import { copyOfBlock, copyOfPlacement, uniqueTitle } from '@core/placement/copy';
import type { PlacementValue } from '@core/placement/placement';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Site } from '../site/site';
import { kindOf } from './edition-lookups';
import { bestValueOf } from './names';
import { validateValue } from './validation';

/** The changes that make a separate copy of a block, and of a placement when one is named. Nothing is stored. */
export function copyOf(site: Site, { blockId, placementId, title, differs }: CopyRequest): Copied {
  if (kindOf(site, blockId) !== 'block') throw new Refusal('not-found', say`There is no such block.`);
  const block = bestValueOf(site, blockId) as BlockValue;
  const taken = site.ledger.recordsOf('block').map(({ id }) => (bestValueOf(site, id) as BlockValue).title);
  const id = uuidv7();
  const copy = {
    recordId: id,
    kind: 'block' as const,
    value: copyOfBlock(block, title ?? uniqueTitle(block.title, taken)),
    baseRevisionId: null,
  };
  if (placementId === null) return [copy];
  if (kindOf(site, placementId) !== 'placement') throw new Refusal('not-found', say`There is no such placement.`);
  const placed = bestValueOf(site, placementId) as PlacementValue;
  const { target, order } = placed;
  const checked = validateValue(site, 'placement', copyOfPlacement(placed, { target, order, ...differs, blockId: id }), ['differs']);
  if (checked.kind === 'faulty') refuseInvalid(checked.faults);
  return [copy, { recordId: uuidv7(), kind: 'placement', value: checked.value, baseRevisionId: null }];
}
