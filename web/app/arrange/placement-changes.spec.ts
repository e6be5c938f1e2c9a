import type { OrderRow, View } from '@contract/messages';
import { everywhere } from '@core/rule/rule';
import { moveTo, orderAt } from './placement-changes';
import { uniqueTitle } from '@core/placement/copy';
import { labelFor } from '../shared/ribbon';
import { bracketsOf } from './sheet';

const row = (placementId: string, order: string, name = 'main'): OrderRow => ({
  placementId,
  locale: 'en-GB',
  blockId: 'b',
  title: placementId,
  blockType: 'notice',
  target: { kind: 'region', name },
  number: 1,
  status: 'live',
  waiting: null,
  where: '',
  sentence: [],
  pageCount: 1,
  away: null,
  why: [],
  value: {
    version: 1,
    blockId: 'b',
    target: { kind: 'region', name },
    order,
    rule: everywhere,
    off: false,
    look: '',
    align: 'start',
    title: { show: 'block', own: '' },
    anchor: '',
    reason: '',
  },
  revisionId: 'r',
  nextChange: null,
});
const rows = [row('a', 'a0'), row('b', 'a1'), row('c', 'a2')];
const view = {
  targets: [
    { kind: 'region', name: 'main', label: 'Main', rows },
    { kind: 'insertion point', name: 'top', label: 'Top', rows: [] },
  ],
} as unknown as View;
const orderAfter = (change: ReturnType<typeof moveTo>) =>
  [...rows.map(each => (each.placementId === change?.recordId ? { ...each, value: change.value as OrderRow['value'] } : each))]
    .sort((x, y) => (x.value.order < y.value.order ? -1 : 1))
    .map(each => each.placementId)
    .join('');

describe('moveTo', () => {
  for (const [id, index, expected] of [
    ['a', 2, 'bca'],
    ['a', 1, 'bac'],
    ['c', 0, 'cab'],
    ['b', 2, 'acb'],
  ] as const) {
    it(`puts ${id} at place ${index} as ${expected}`, () =>
      expect(
        orderAfter(
          moveTo(
            view,
            rows.find(each => each.placementId === id)!,
            'main',
            index,
          ),
        ),
      ).toBe(expected));
  }
  it('writes nothing when it stays where it is', () => expect(moveTo(view, rows[1]!, 'main', 1)).toBeNull());
  it('turns into an insertion point’s placement when moved to one', () =>
    expect((moveTo(view, rows[1]!, 'top', 0)!.value as OrderRow['value']).target).toEqual({ kind: 'insertion point', name: 'top' }));
  it('finds room even where two keys are equal', () => expect(orderAt([row('a', 'a0'), row('b', 'a0')], 1) > 'a0').toBeTrue());
});

describe('uniqueTitle', () => {
  for (const [title, taken, expected] of [
    ['Hours', ['Hours'], 'Hours, copy'],
    ['Hours', ['Hours', 'Hours, copy'], 'Hours, copy 2'],
    ['Hours, copy 2', ['Hours, copy'], 'Hours, copy 2'],
    ['Hours, copy', ['Hours, copy', 'Hours, copy 2'], 'Hours, copy 3'],
  ] as const) {
    it(`names a copy of “${title}” “${expected}”`, () => expect(uniqueTitle(title, taken)).toBe(expected));
  }
});

describe('bracketsOf', () => {
  const box = (name: string, top: number, left: number, height: number) => ({ name, top, left, width: 100, height });
  const target = (name: string, kind = 'region') => ({ name, kind, label: name, count: 1 });
  it('gives regions side by side one bracket, insertion points last', () => {
    const brackets = bracketsOf(
      [box('point', 100, 0, 20), box('main', 125, 0, 300), box('aside', 100, 500, 200), box('foot', 500, 0, 50)],
      [target('point', 'insertion point'), target('main'), target('aside'), target('foot')],
    );
    expect(brackets.map(bracket => bracket.names.map(each => each.name))).toEqual([['main', 'aside', 'point'], ['foot']]);
  });
});

describe('labelFor', () => {
  it('stands in a bar that has room', () => expect(labelFor('Storm', 0, 200, 1240, false)).toEqual({ text: 'Storm', textX: 7 }));
  it('is cut to a bar that has some', () => expect(labelFor('A very long title', 0, 80, 1240, false).text).toBe('A very lon…'));
  it('stands beside a short bar, but never over the edge', () => {
    expect(labelFor('Storm', 100, 110, 1240, false)).toEqual({ text: 'Storm', textX: 116 });
    expect(labelFor('Storm', 1200, 1230, 1240, false).text).toBe('');
  });
});
