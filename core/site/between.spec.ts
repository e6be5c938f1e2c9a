import { smallTheme, SmallWorld } from '../testing/small-world';
import { differencesBetween } from './between';
import { takeSnapshot } from './snapshot';

const minute = 60_000;
const kinds = ['page', 'block', 'placement', 'menu'];
const at = ({ ledger }: SmallWorld, minutes: number) => takeSnapshot(ledger, { moment: minutes * minute, now: 0, manifest: smallTheme });
const told = (world: SmallWorld, from: number, until: number) =>
  differencesBetween(at(world, from), at(world, until), kinds).map(({ recordId, what, gained, lost }) =>
    [recordId, what, gained.join('+'), lost.join('+')].join(' ').trim(),
  );
const site = () =>
  new SmallWorld()
    .page('front', null)
    .page('visit', 'front')
    .block('words')
    .placement('p', {}, { where: { test: 'page', page: 'visit' } });

describe('differencesBetween', () => {
  it('finds what comes, goes and changes, and where', () => {
    const world = site()
      .page('news', 'front', { order: 'a1' }, { from: 5 * minute })
      .block('soon over', {}, { until: 5 * minute, afterwards: 'nothing' })
      .block('words', { title: 'other words' }, { from: 6 * minute });
    expect(told(world, 1, 10)).toEqual(['news comes news', 'words changes', 'soon over goes']);
    expect(told(world, 10, 1)).toEqual(['news goes  news', 'words changes', 'soon over comes']);
    expect(told(world, 10, 11)).toEqual([]);
  });

  it('tells of a placement whose time or block comes or ends, though nobody touched it', () => {
    const window = { test: 'window', from: { local: '1970-01-01T00:05', zone: 'utc' }, until: null } as const;
    const world = site()
      .placement('q', { order: 'a1' }, { where: { test: 'page', page: 'front' }, when: { all: [window] } })
      .block('later', {}, { from: 5 * minute })
      .placement('r', { order: 'a2', blockId: 'later' }, { where: { test: 'page', page: 'visit' } });
    expect(told(world, 1, 10)).toEqual(['later comes', 'q shows otherwise front', 'r shows otherwise visit']);
  });

  it('lets a page that comes tell of itself, and not each placement on it', () => {
    const world = site()
      .placement('w', { order: 'a1' }, { where: { test: 'within', page: 'visit' } })
      .page('tern', 'visit', {}, { from: 5 * minute });
    expect(told(world, 1, 10)).toEqual(['tern comes tern']);
  });
});
