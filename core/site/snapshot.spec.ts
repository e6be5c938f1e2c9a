import { SmallWorld, placementOf, smallTheme } from '../testing/small-world';
import { liveAt } from './live-set';
import { takeSnapshot, withDormantAnew } from './snapshot';

describe('takeSnapshot', () => {
  it('builds paths down the tree, in the order of the keys', () => {
    const snapshot = new SmallWorld()
      .page('front', null)
      .page('b', 'front', { order: 'a2' })
      .page('a', 'front', { order: 'a1' })
      .page('c', 'a')
      .at(0);
    expect(snapshot.pages.map(page => page.facts.path)).toEqual(['/', '/a', '/a/c', '/b']);
    expect(snapshot.pageById.get('c')!.facts.lineage).toEqual(['c', 'a', 'front']);
  });

  it('leaves out a page whose parent is not live, and comes back with it', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('child', 'parent')
      .add(
        'page',
        'parent',
        { ...new SmallWorld().page('x', null).at(0).front!.value, parentId: 'front', segment: 'parent' },
        { from: 10 },
      );
    expect(world.at(5).pageById.has('child')).toBeFalse();
    expect(world.at(10).pageById.get('child')!.facts.path).toBe('/parent/child');
  });

  it('keeps the past as it was known then', () => {
    const world = new SmallWorld()
      .page('front', null)
      .block('b', { title: 'then' })
      .block('b', { title: 'corrected' }, { from: 0, recordedAt: 50 });
    const title = (moment: number, now: number) => world.at(moment, now).blocks.get('b')!.value.title;
    expect([title(20, 100), title(60, 100), title(20, 20)]).toEqual(['then', 'corrected', 'corrected']);
  });

  it('lays changes over what is live, and takes away what they take off', () => {
    const world = new SmallWorld().page('front', null).block('words').placement('p').placement('q');
    const overlays = [
      { recordId: 'p', kind: 'placement' as const, value: null },
      { recordId: 'r', kind: 'placement' as const, value: placementOf({ order: 'a9' }) },
    ];
    const snapshot = takeSnapshot(world.ledger, { moment: 0, now: 0, manifest: smallTheme, overlays });
    expect(snapshot.placements.map(each => each.id)).toEqual(['q', 'r']);
  });

  it('says until when nothing changes what is live', () => {
    const world = new SmallWorld().page('front', null).block('b', {}, { from: 10, until: 30 });
    expect([0, 10, 30].map(moment => world.at(moment).validUntil)).toEqual([10, 30, Infinity]);
  });
});

describe('withDormantAnew', () => {
  it('comes to the same from what was written as from everything', () => {
    const { ledger } = new SmallWorld()
      .page('front', null)
      .block('over', {}, { until: 10 })
      .block('to come', {}, { from: 40 })
      .placement('ended', {}, {}, { until: 10 });
    const options = { moment: 20, now: 20, manifest: smallTheme };
    const before = takeSnapshot(ledger, options);
    const { version } = ledger;
    const common = { locale: 'en-GB', createdAt: 15, createdBy: 'x' };
    const written = [
      { id: 'drafted', kind: 'block', value: new SmallWorld().block('x').at(0).blocks.get('x')!.value },
      { id: 'placed', kind: 'placement', value: placementOf() },
    ];
    ledger.absorb({
      records: written.map(({ id, kind }) => ({ ...common, id, kind })),
      revisions: written.map(({ id, value }) => ({
        ...common,
        id: `r-${id}`,
        recordId: id,
        parentId: null,
        mergedFromId: null,
        translatedFromId: null,
        note: '',
        value,
      })),
      proposals: written.map(({ id }) => ({
        ...common,
        id: `p-${id}`,
        recordId: id,
        editionId: 'e',
        headRevisionId: `r-${id}`,
        baseRevisionId: null,
        retires: false,
        stage: 'draft',
        updatedAt: 15,
      })),
    });
    const live = liveAt(ledger, options);
    const since = withDormantAnew(ledger, options, live, before, ledger.changedSince(version));
    const whole = withDormantAnew(ledger, options, live, before, null);
    expect(since).toEqual(whole);
    expect([...since.dormantBlocks.values()].map(each => [each.id, each.dormancy.state])).toEqual([
      ['over', 'expired'],
      ['to come', 'scheduled'],
      ['drafted', 'draft'],
    ]);
  });
});
