import { SmallWorld } from '../testing/small-world';
import type { Proposal } from './records';
import type { Stage } from './stage';
import { statusOf } from './status';

const proposal = (stage: Stage): Proposal => ({
  id: `proposal-${stage}`,
  recordId: 'b',
  locale: 'en-GB',
  editionId: 'e',
  headRevisionId: 'b-1',
  baseRevisionId: null,
  retires: false,
  stage,
  createdAt: 0,
  createdBy: 'x',
  updatedAt: 0,
});
const status = (world: SmallWorld, moment: number) => statusOf(world.ledger, 'b', moment, 0);

describe('statusOf', () => {
  it('follows the publications through time', () => {
    const world = new SmallWorld().block('b', {}, { from: 10, until: 20 });
    expect([5, 10, 20].map(moment => status(world, moment).status)).toEqual(['scheduled', 'live', 'expired']);
  });
  it('is taken off where an interval without words says so', () => {
    expect(status(new SmallWorld().block('b').block('b', {}, { from: 10, revisionId: null }), 15).status).toBe('retired');
  });
  it('is the stage of the proposal for what was never live', () => {
    const world = new SmallWorld();
    world.ledger.absorb({
      records: [{ id: 'b', kind: 'block', locale: 'en-GB', createdAt: 0, createdBy: 'x' }],
      proposals: [proposal('in review')],
    });
    expect(status(world, 0)).toEqual({ status: 'in review', nextChange: null, waiting: 'in review', entry: null });
    world.ledger.absorb({ proposals: [{ ...proposal('in review'), stage: 'declined' }] });
    expect(status(world, 0).status).toBe('declined');
  });
  it('says what waits beside what is live, and what comes next', () => {
    const world = new SmallWorld().block('b').block('b', {}, { from: 30 });
    world.ledger.absorb({ proposals: [proposal('draft')] });
    expect(status(world, 5)).toEqual(jasmine.objectContaining({ status: 'live', waiting: 'draft', nextChange: 30 }));
  });
});
