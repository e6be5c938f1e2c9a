import { everywhere } from '../rule/rule';
import { SmallWorld, placementOf } from '../testing/small-world';
import { labelOfEffect } from './effect-label';
import { effectOfPlacement, pagesReached, pagesShowingBlock } from './reach';

const style = { zone: 'UTC', locale: 'en-GB', now: 0 };
const world = new SmallWorld()
  .page('front', null)
  .page('visit', 'front')
  .page('tern', 'visit')
  .page('small', 'front', { layout: 'narrow' })
  .block('words')
  .placement('p', {}, { where: { any: [{ test: 'within', page: 'visit' }] } });
const snapshot = world.at(0);
const live = snapshot.placementById.get('p')!.value;

describe('pagesReached', () => {
  it('takes in the page itself and all beneath', () => expect(pagesReached(snapshot, live)).toEqual(['visit', 'tern']));
  it('leaves out pages whose layout lacks the region', () => {
    expect(pagesReached(snapshot, placementOf({ target: { kind: 'region', name: 'aside' } }))).toEqual(['front', 'visit', 'tern']);
  });
  it('counts a page once for a block with several placements', () => {
    const twice = new SmallWorld().page('front', null).block('words').placement('p').placement('q').at(0);
    expect(pagesShowingBlock(twice, 'words')).toEqual(['front']);
  });
});

describe('effectOfPlacement', () => {
  const change = (after: ReturnType<typeof placementOf> | null, before: typeof live | null = live) =>
    effectOfPlacement(before && { snapshot, value: before }, after && { snapshot, value: after });
  const label = (effect: ReturnType<typeof change>) => labelOfEffect(effect, 0, style);
  const fromNoon = { all: [{ test: 'window' as const, from: { local: '1970-04-01T12:00', zone: 'UTC' }, until: null }] };

  it('lists what is gained and lost', () => {
    const effect = change(
      placementOf(
        {},
        {
          where: {
            any: [
              { test: 'page', page: 'small' },
              { test: 'page', page: 'tern' },
            ],
          },
        },
      ),
    );
    expect([effect.gained, effect.lost]).toEqual([['small'], ['visit']]);
    expect(label(effect)).toBe('Shows on 2 pages, 1 gained and 1 lost');
  });

  const rows: readonly (readonly [string, ReturnType<typeof change>])[] = [
    ['Shows on 4 pages, 2 more than now', change(placementOf())],
    ['Shows on 1 page, 1 fewer than now', change(placementOf({}, { where: { any: [{ test: 'page', page: 'tern' }] } }))],
    ['Shows on 2 pages, as now', change({ ...live, order: 'b0' })],
    [
      'Shows on 2 pages until 31 March, at other times than now',
      change({
        ...live,
        rule: { ...live.rule, when: { all: [{ test: 'window', from: null, until: { local: '1970-04-01T00:00', zone: 'UTC' } }] } },
      }),
    ],
    ['Shows on 2 pages, to other readers than now', change({ ...live, rule: { ...live.rule, who: { all: [{ test: 'signed in' }] } } })],
    ['Shows on 4 pages, 2 more than now, to other readers', change(placementOf({}, { who: { all: [{ test: 'signed in' }] } }))],
    ['Takes it off 2 pages', change({ ...live, off: true })],
    ['Takes it off 2 pages', change(null)],
    ['Shows on 4 pages from 1 April, 12:00', change(placementOf({}, { ...everywhere, when: fromNoon }), null)],
    ['Shows on no page', change(placementOf({}, { where: { any: [{ test: 'page', page: 'gone' }] } }), null)],
  ];
  rows.forEach(([words, effect], index) => it(`says “${words}” (${index + 1})`, () => expect(label(effect)).toBe(words)));
});
