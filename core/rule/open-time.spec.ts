import fc from 'fast-check';
import { holdsInstant } from '../schedule/interval';
import type { RuleTree, WhenTest } from './rule';
import { clipped, openTimeOver } from './open-time';
import { openTimeWithin } from './when';

const day = 86_400_000;
const start = Date.UTC(2027, 2, 1);
const local = (days: number) => ({ local: new Date(start + days * day).toISOString().slice(0, 16), zone: 'UTC' });
const trees: readonly RuleTree<WhenTest>[] = [
  { test: 'window', from: local(3), until: local(20) },
  { all: [{ test: 'time of day', from: '06:00', until: '18:30', zone: 'Europe/London' }] },
  {
    any: [
      { test: 'recurring', start: '2027-01-04T09:00', end: '2027-01-04T17:00', zone: 'Europe/London', rule: 'FREQ=WEEKLY;BYDAY=MO,FR' },
      { test: 'window', from: local(5), until: local(6) },
    ],
  },
  { none: [{ test: 'window', from: local(8), until: null }] },
];
const spans = fc
  .tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 1, max: 60 }))
  .map(([from, days]) => ({ from: start + from * day + 7, until: start + (from + days) * day + 7 }));

describe('openTimeOver', () => {
  it('is what working it out for each span alone gives, whatever was asked before', () => {
    fc.assert(
      fc.property(fc.constantFrom(...trees), fc.array(spans, { minLength: 1, maxLength: 6 }), (tree, list) => {
        for (const span of list) expect(openTimeOver(tree, span)).toEqual(openTimeWithin(tree, span));
      }),
      { numRuns: 150 },
    );
  });
});

describe('sorted intervals', () => {
  const intervals = fc
    .uniqueArray(fc.integer({ min: 0, max: 40 }), { maxLength: 12 })
    .map(cuts => [...cuts].sort((a, b) => a - b))
    .map(cuts =>
      cuts.flatMap((from, index) => (index % 2 === 0 && cuts[index + 1] !== undefined ? [{ from, until: cuts[index + 1]! }] : [])),
    );
  it('are cut to what both they and the span hold', () => {
    fc.assert(
      fc.property(intervals, fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 20 }), (list, from, length) => {
        const span = { from, until: from + length };
        const cut = clipped(list, span);
        for (let at = 0; at < 45; at += 1) {
          expect(cut.some(each => holdsInstant(each, at))).toBe(holdsInstant(span, at) && list.some(each => holdsInstant(each, at)));
        }
      }),
      { numRuns: 200 },
    );
  });
});
