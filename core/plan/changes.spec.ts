import fc from 'fast-check';
import { holdsInstant } from '../schedule/interval';
import type { Rule } from '../rule/rule';
import { SmallWorld } from '../testing/small-world';
import { changesWithin, openTimeOfPlacement } from './changes';

const minute = 60_000;
const local = (at: number) => ({ local: new Date(at * minute).toISOString().slice(0, 16), zone: 'UTC' });
const span = { from: 0, until: 60 * minute };
const window = fc.option(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 30 })));
const publications = fc.array(
  fc.record({
    from: fc.integer({ min: 0, max: 50 }),
    length: fc.option(fc.integer({ min: 1, max: 30 })),
    window,
    isRetired: fc.boolean(),
    endsForGood: fc.boolean(),
  }),
  { minLength: 1, maxLength: 4 },
);

function build(
  list: readonly { from: number; length: number | null; window: [number, number] | null; isRetired: boolean; endsForGood: boolean }[],
): SmallWorld {
  const world = new SmallWorld().page('front', null).block('words');
  for (const each of list) {
    const when: Rule['when'] = each.window
      ? { all: [{ test: 'window', from: local(each.window[0]), until: local(each.window[0] + each.window[1]) }] }
      : {};
    world.placement(
      'p',
      {},
      { when },
      {
        from: each.from * minute,
        until: each.length === null ? null : (each.from + each.length) * minute,
        afterwards: each.endsForGood ? 'nothing' : 'earlier',
        ...(each.isRetired ? { revisionId: null } : {}),
      },
    );
  }
  return world;
}

function shows(world: SmallWorld, at: number): boolean {
  const placement = world.at(at, 0).placementById.get('p');
  return placement !== undefined && placement.whenHolds(at);
}

describe('openTimeOfPlacement', () => {
  it('is the time in which asking instant by instant says it shows', () => {
    fc.assert(
      fc.property(publications, list => {
        const world = build(list);
        const open = openTimeOfPlacement(world.ledger, 'p', span);
        for (let at = 0; at < span.until; at += minute / 2) expect(open.some(each => holdsInstant(each, at))).toBe(shows(world, at));
      }),
      { numRuns: 60 },
    );
  });
});

describe('changesWithin', () => {
  it('leaves out no instant at which a placement comes or goes', () => {
    fc.assert(
      fc.property(publications, list => {
        const world = build(list);
        const told = new Set(
          changesWithin(world.ledger, span)
            .filter(change => change.recordId === 'p')
            .map(change => change.at),
        );
        for (let at = minute; at < span.until; at += minute) if (shows(world, at) !== shows(world, at - 1)) expect(told).toContain(at);
      }),
      { numRuns: 60 },
    );
  });

  it('names what happens, in order of time', () => {
    const world = new SmallWorld()
      .page('front', null)
      .block('words', {}, { from: 10 * minute, until: 40 * minute })
      .block('words', {}, { from: 20 * minute, until: 30 * minute });
    expect(changesWithin(world.ledger, { from: 1, until: span.until }).map(change => [change.at / minute, change.what])).toEqual([
      [10, 'goes live'],
      [20, 'changes'],
      [30, 'changes'],
      [40, 'ends'],
    ]);
  });
});

describe('a page that goes to the back shelf', () => {
  it('is told of at the instant, in the revision that says so, and not when it comes there already', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('a', 'front', { shelvedFrom: local(20) })
      .page('b', 'front', { shelvedFrom: local(20) }, { from: 30 * minute })
      .page('c', 'front', { shelvedFrom: local(20) }, { until: 20 * minute });
    const told = changesWithin(world.ledger, span).filter(each => each.what === 'is shelved');
    expect(told.map(each => [each.recordId, each.at])).toEqual([['a', 20 * minute]]);
  });
});
