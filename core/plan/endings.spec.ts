import fc from 'fast-check';
import { inForceAt } from '../ledger/in-force';
import { SmallWorld } from '../testing/small-world';
import { endingsAround } from './endings';

const day = 86_400_000;
const now = 20 * day;
const told = (world: SmallWorld, back = 10 * day, ahead = 10 * day) =>
  endingsAround(world.ledger, now, back, ahead).map(({ recordId, state, at, then }) => `${recordId} ${state} ${at / day} ${then}`);
const site = () => new SmallWorld().page('front', null);
const until = (days: number) => ({ until: days * day, afterwards: 'nothing' as const });

describe('endingsAround', () => {
  it('finds what ends and what ended, and says whether the earlier one comes back', () => {
    const world = site()
      .block('ends', {}, until(25))
      .block('ended', {}, until(15))
      .block('long over', {}, until(5))
      .block('far off', {}, until(40))
      .block('back', { title: 'first' })
      .block('back', { title: 'second' }, { until: 22 * day, afterwards: 'earlier' });
    expect(told(world)).toEqual(['ended ended 15 nothing', 'back ends 22 earlier', 'ends ends 25 nothing']);
  });

  it('leaves out what goes on in other words, comes again, or was taken off', () => {
    const world = site()
      .block('goes on', {}, until(25))
      .block('goes on', { title: 'after' }, { from: 25 * day })
      .block('again', {}, until(15))
      .block('again', {}, { from: 23 * day })
      .block('off')
      .add('block', 'off', null, { from: 15 * day, revisionId: null });
    expect(told(world)).toEqual([]);
  });

  it('lists pages that are to be looked over, also those that should have been', () => {
    const at = (local: string) => ({ reviewBy: { local, zone: 'utc' } });
    const world = site()
      .page('late', 'front', at('1970-01-11T00:00'))
      .page('soon', 'front', { order: 'a1', ...at('1970-01-28T00:00') })
      .page('later', 'front', { order: 'a2', ...at('1970-03-01T00:00') });
    expect(told(world)).toEqual(['late review 10 nothing', 'soon review 27 nothing']);
  });

  it('names an end exactly where a publication’s own end is what readers notice next', () => {
    const span = fc.record({
      from: fc.integer({ min: 0, max: 30 }),
      length: fc.option(fc.integer({ min: 1, max: 20 })),
      back: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(span, { minLength: 1, maxLength: 4 }), spans => {
        const world = site();
        spans.forEach(({ from, length, back }, index) =>
          world.block(
            'b',
            { title: `t${index}` },
            { from: from * day, until: length === null ? null : (from + length) * day, afterwards: back ? 'earlier' : 'nothing' },
          ),
        );
        const known = world.ledger.publicationsKnown('b', 'en-GB', Infinity);
        // Day by day, until one ends in which no other begins.
        const isEnd = (at: number) => {
          const [before, after] = [inForceAt(known, at - 1), inForceAt(known, at)];
          const isOther = after.state !== 'live' || before.state !== 'live' || after.revisionId !== before.revisionId;
          return isOther && before.state === 'live' && before.entry.until === at && !(after.state === 'live' && after.entry.from === at);
        };
        let next = now + day;
        while (next < now + 40 * day && !isEnd(next)) next += day;
        const ends = endingsAround(world.ledger, now, 0, 40 * day).filter(each => each.state === 'ends' && each.recordId === 'b');
        expect(ends.map(each => each.at)).toEqual(next < now + 40 * day ? [next] : []);
      }),
    );
  });
});
