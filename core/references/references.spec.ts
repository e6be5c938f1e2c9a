import fc from 'fast-check';
import { kindNamed } from '../kinds/index';
import { shippedTypes } from '../registry/registry';
import { placementOf } from '../testing/small-world';
import { ReferenceGraph } from './graph';
import type { Reference } from './reference';
import { lossesFrom, obstaclesFrom, type Holder } from './words';

describe('ReferenceGraph', () => {
  it('knows both ways what was said last of each record', () => {
    const record = fc.constantFrom('a', 'b', 'c', 'd');
    const reference = fc.record({
      to: record,
      way: fc.constantFrom('link' as const, 'inset' as const),
      pointer: fc.constantFrom('/x', '/y'),
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(record, fc.array(reference, { maxLength: 4 })), { maxLength: 12 }), acts => {
        const graph = new ReferenceGraph();
        const plain = new Map<string, readonly Reference[]>();
        for (const [from, references] of acts) {
          graph.set(from, references);
          plain.set(from, references);
        }
        for (const to of ['a', 'b', 'c', 'd']) {
          expect(graph.of(to)).toEqual(plain.get(to) ?? []);
          const naming = [...plain].flatMap(([from, held]) => (from === to ? [] : held.filter(each => each.to === to).map(each => ({ ...each, from })))); // prettier-ignore
          const sorted = (list: readonly object[]) => list.map(each => JSON.stringify(each, ['from', 'pointer', 'to', 'way'])).sort();
          expect(sorted(graph.to(to))).toEqual(sorted(naming));
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('what names a record', () => {
  const holder = (way: Holder['way'], title = 'Hides', kind = 'page'): Holder => ({ way, title, kind });
  it('stands in the way of deleting it, each way in its words', () => {
    expect(obstaclesFrom([holder('block'), holder('block', 'x'), holder('inset', 'Parking'), holder('link')])).toEqual([
      '2 placements still hold it. Take them off first.',
      'It is an inset in “Parking”. Take it out of the text first.',
    ]);
    expect(obstaclesFrom([holder('parent')])).toEqual(['Pages lie beneath it. Move or delete them first.']);
    expect(obstaclesFrom([holder('follows')])).toEqual(['1 record still follows it. Name what takes its place first.']);
  });
  it('is told of where it only loses something', () =>
    expect(lossesFrom([holder('link'), holder('link'), holder('test', 'Gale'), holder('link', '/old', 'forwarding')])).toEqual([
      'Links to it from “Hides” become words only.',
      'The old address /old will lead nowhere.',
      '“Gale” will name something that is gone.',
    ]));
});

describe('references of kinds', () => {
  const rule = { where: { any: [{ test: 'within' as const, page: 'visit' }], none: [{ all: [{ test: 'page' as const, page: 'tern' }] }] }, follows: ['shared'] }; // prettier-ignore
  const rows: readonly (readonly [kind: string, value: unknown, references: readonly string[]])[] = [
    ['placement', placementOf({ blockId: 'b' }, rule), ['b /blockId', 'visit /rule/where/any/0/page', 'tern /rule/where/none/0/all/0/page', 'shared /rule/follows/0']], // prettier-ignore
    ['shared rule', { rule: placementOf({}, rule).rule }, ['visit /rule/where/any/0/page', 'tern /rule/where/none/0/all/0/page', 'shared /rule/follows/0']], // prettier-ignore
    ['expectation', { subject: { kind: 'blocks', blockIds: ['b', 'c'] }, where: rule.where, when: {} }, ['b /subject/blockIds/0', 'c /subject/blockIds/1', 'visit /where/any/0/page', 'tern /where/none/0/all/0/page']], // prettier-ignore
    ['page', { type: 'page', parentId: 'visit', fields: {} }, ['visit /parentId']],
    ['block', { type: 'menu', fields: { start: 'visit' } }, ['visit /fields/start']],
    ['block', { type: 'a type that is gone', fields: { start: 'visit' } }, []],
  ];
  for (const [kind, value, references] of rows)
    it(`say all that a ${kind} names: ${references.length}`, () =>
      expect(kindNamed(kind).references(value, shippedTypes).map(each => `${each.to} ${each.pointer}`)).toEqual(references)); // prettier-ignore
  it('are refused for a kind that nobody knows', () => expect(() => kindNamed('quest')).toThrowError(/“quest”/));
});
