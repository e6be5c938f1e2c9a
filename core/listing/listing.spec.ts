import { anyone } from '../rule/who';
import { SmallWorld } from '../testing/small-world';
import fc from 'fast-check';
import { groupPages } from './groups';
import { likeness } from './likeness';
import { listPages, type LeftOut } from './listing';

const at = (local: string) => ({ local, zone: 'UTC' });
const snapshot = new SmallWorld()
  .page('front', null)
  .page('on', 'front', { order: 'a0' })
  .page('late', 'on', { type: 'event', fields: { takesPlace: at('1970-01-03T00:00') }, order: 'a1' })
  .page('soon', 'on', { type: 'event', fields: { takesPlace: at('1970-01-02T00:00') }, order: 'a2' })
  .page('past', 'on', { type: 'event', fields: { takesPlace: at('1970-01-01T00:00') }, order: 'a3' })
  .page('undated', 'on', { order: 'a4' })
  .page('secret', 'on', {
    type: 'event',
    fields: { takesPlace: at('1970-01-04T00:00') },
    readers: { all: [{ test: 'signed in' }] },
    order: 'a5',
  })
  .at(Date.parse('1970-01-01T12:00Z'));
const list = (fields: Record<string, unknown>, reader = anyone) =>
  listPages(
    { depth: 'next', order: 'by hand', most: 10, ...fields },
    { snapshot, current: snapshot.pageById.get('on')!, reader, zone: 'UTC', seed: 'x' },
  );
const ids = (answer: ReturnType<typeof list>) => answer.pages.map(page => page.id);

describe('listPages', () => {
  it('keeps the order of the tree by hand', () => expect(ids(list({}))).toEqual(['late', 'soon', 'past', 'undated']));
  it('puts the soonest first and pages without a time last', () =>
    expect(ids(list({ order: 'soonest' }))).toEqual(['past', 'soon', 'late', 'undated']));
  it('leaves out what has begun, and says when the next one will', () => {
    const answer = list({ time: 'to come', order: 'soonest' });
    expect([ids(answer), answer.validUntil]).toEqual([['soon', 'late'], Date.parse('1970-01-02T00:00Z')]);
  });
  it('shows a page to those who may read it only', () =>
    expect(ids(list({ types: ['event'], time: 'to come' }, { ...anyone, signedIn: true }))).toEqual(['late', 'soon', 'secret']));
  it('takes no more than it is told to', () => expect(ids(list({ most: 2 }))).toEqual(['late', 'soon']));
});

const day = (count: number) => Date.parse('1970-01-01T00:00Z') + count * 86_400_000;

describe('the back shelf', () => {
  const world = new SmallWorld()
    .page('front', null)
    .page('old', 'front', { order: 'a0', shelvedFrom: at('1970-01-05T00:00') })
    .page('older', 'front', { order: 'a1', shelvedFrom: at('1970-01-03T00:00') })
    .page('new', 'front', { order: 'a2' });
  const on = (moment: number, shelf?: string) => {
    const snapshot = world.at(moment);
    const context = { snapshot, current: snapshot.front, reader: anyone, zone: 'UTC', seed: '' };
    const answer = listPages({ depth: 'next', order: 'by hand', most: 10, ...(shelf && { shelf }) }, context);
    return [answer.pages.map(page => page.id).join(), answer.validUntil];
  };

  it('takes pages out of ordinary listings at their instants, also of listings that know of no shelf', () => {
    expect([on(day(1)), on(day(2)), on(day(4), 'ordinary')]).toEqual([
      ['old,older,new', day(2)],
      ['old,new', day(4)],
      ['new', Infinity],
    ]);
  });

  it('is listed by itself, or with all the others, and its pages stay at their addresses', () => {
    expect([on(day(2), 'back'), on(day(4), 'back'), on(day(4), 'both')]).toEqual([
      ['older', day(4)],
      ['old,older', Infinity],
      ['old,older,new', Infinity],
    ]);
    expect(world.at(day(4)).pageByPath.has('/old')).toBeTrue();
  });
});

describe('what a listing takes from', () => {
  const topics = (...words: string[]) => ({ fields: { topics: words } });
  const world = new SmallWorld()
    .page('front', null)
    .page('tern', 'front', { order: 'a0', ...topics('birds', 'shore', 'summer') })
    .page('gull', 'front', { order: 'a1', ...topics('birds', 'shore') }, { from: day(2) })
    .page('seal', 'front', { order: 'a2', ...topics('shore') }, { from: day(5) })
    .page('moss', 'front', { order: 'a3', ...topics('bog') })
    .page('colony', 'tern', { order: 'a0', ...topics('birds', 'shore', 'summer') });
  const ids = (fields: Record<string, unknown>, current = 'tern', moment = day(8), seed = 's') => {
    const snapshot = world.at(moment);
    const context = { snapshot, current: snapshot.pageById.get(current)!, reader: anyone, zone: 'UTC', seed };
    return listPages({ source: 'related', order: 'closest', most: 10, ...fields }, context).pages.map(each => each.id);
  };

  it('is what has most topics in common, or what was picked, in that order', () => {
    expect(ids({})).toEqual(['colony', 'gull', 'seal']);
    expect(ids({ without: ['tern'] })).toEqual(['gull', 'seal']);
    expect(ids({ withCurrent: true })).toEqual(['colony', 'tern', 'gull', 'seal']);
    expect(ids({ source: 'picked', picked: ['moss', 'gone', 'gull'], order: 'by hand' })).toEqual(['moss', 'gull']);
    const beneath = { source: 'beneath', beneath: 'front', depth: 'all', order: 'title' };
    expect(ids({ ...beneath, topics: ['bog', 'summer'] })).toEqual(['colony', 'moss']);
    expect(ids({ ...beneath, withoutTopics: ['shore'] })).toEqual(['moss']);
    expect(ids({ ...beneath, skip: 1, most: 1 })).toEqual(['gull']);
    expect(ids({ ...beneath, order: 'published' })).toEqual(['seal', 'gull', 'colony', 'moss']);
  });

  it('stays at random for a day, and is another in another block', () => {
    const random = (moment: number, seed: string) =>
      ids({ source: 'beneath', beneath: 'front', depth: 'all', order: 'random' }, 'tern', moment, seed).join();
    const days = Array.from({ length: 12 }, (_, at) => random(day(8 + at), 's'));
    expect(new Set(days).size).toBeGreaterThan(4);
    expect(random(day(8) + 5, 's')).toBe(random(day(9) - 1, 's'));
    expect(new Set(Array.from({ length: 12 }, (_, at) => random(day(8), `${at}`))).size).toBeGreaterThan(4);
  });

  // Source: the worked example of the index in the literature: {0,1,2,5,6} and {0,2,3,4,5,7,9} have 3 of 9 in common; from memory.
  it('measures likeness as the share of topics that both have', () => {
    expect(likeness(['0', '1', '2', '5', '6'], ['0', '2', '3', '4', '5', '7', '9'])).toBeCloseTo(3 / 9, 12);
    expect([likeness([], []), likeness(['a'], []), likeness(['a', 'a'], ['a'])]).toEqual([0, 0, 1]);
    const words = fc.array(fc.constantFrom<string[]>('a', 'b', 'c', 'd', 'e'), { maxLength: 6 });
    fc.assert(
      fc.property(words, words, (a, b) => {
        const both = [...'abcde'].filter(each => a.includes(each) && b.includes(each)).length;
        const either = [...'abcde'].filter(each => a.includes(each) || b.includes(each)).length;
        expect(likeness(a, b)).toBeCloseTo(either === 0 ? 0 : both / either, 12);
      }),
    );
  });
});

describe('a listing in time', () => {
  const dated = fc.record({
    at: fc.option(fc.integer({ min: 0, max: 20 })),
    /** In days and a quarter of one. */
    lasts: fc.option(fc.integer({ min: 0, max: 8 })),
    repeats: fc.boolean(),
    live: fc.integer({ min: 0, max: 15 }),
    shelved: fc.option(fc.integer({ min: 1, max: 20 })),
  });

  it('has what goes on among what is to come until it ends, and among what is over only then', () => {
    const world = new SmallWorld().page('front', null).page('fair', 'front', { fields: { takesPlace: at('2027-04-03T10:00'), takesPlaceUntil: at('2027-04-05T18:00') } }); // prettier-ignore
    const told = (moment: string, time: string) => {
      const snapshot = world.at(Date.parse(moment));
      const context = { snapshot, current: snapshot.front, reader: anyone, zone: 'UTC', seed: '' };
      const { pages, validUntil } = listPages({ depth: 'next', order: 'by hand', time, most: 9 }, context);
      return [pages.length, Number.isFinite(validUntil) ? new Date(validUntil).toISOString() : null];
    };
    expect(told('2027-04-01T00:00Z', 'to come')).toEqual([1, '2027-04-03T10:00:00.000Z']);
    expect(told('2027-04-04T00:00Z', 'to come')).toEqual([1, '2027-04-05T18:00:00.000Z']);
    expect(told('2027-04-04T00:00Z', 'past')).toEqual([0, '2027-04-05T18:00:00.000Z']);
    expect([told('2027-04-05T18:00Z', 'to come'), told('2027-04-05T18:00Z', 'past')]).toEqual([[0, null], [1, null]]); // prettier-ignore
  });

  it('comes out the same until the instant that it names, and tells of every page why it is not there', () => {
    const asked = fc.record({
      time: fc.constantFrom('any', 'to come', 'past'),
      withinDays: fc.integer({ min: 0, max: 6 }),
      shelf: fc.constantFrom('ordinary', 'back', 'both'),
      order: fc.constantFrom('by hand', 'soonest', 'random', 'published'),
      skip: fc.integer({ min: 0, max: 2 }),
      most: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(fc.array(dated, { maxLength: 6 }), asked, (list, fields) => {
        const world = new SmallWorld().page('front', null);
        const local = (count: number) => at(new Date(day(count)).toISOString().slice(0, 16));
        list.forEach((each, index) =>
          world.page(
            `p${index}`,
            'front',
            {
              order: `b${index}`,
              ...(each.shelved === null ? {} : { shelvedFrom: local(each.shelved) }),
              fields: {
                takesPlace: each.at === null ? null : local(each.at),
                ...(each.at !== null && each.lasts !== null && { takesPlaceUntil: local(each.at + each.lasts + 0.25) }),
                ...(each.repeats && { repeats: { rule: 'FREQ=DAILY;INTERVAL=7', without: [] } }),
              },
            },
            { from: day(each.live) },
          ),
        );
        let last: { ids: string; until: number } | null = null;
        for (let moment = day(0); moment < day(24); moment += 86_400_000 / 4) {
          const snapshot = world.at(moment);
          const why = new Map<string, LeftOut>();
          const context = { snapshot, current: snapshot.front, reader: anyone, zone: 'UTC', seed: '' };
          const { pages, validUntil } = listPages({ depth: 'next', ...fields }, context, (page, reason) => why.set(page.id, reason));
          const ids = pages.map(each => each.id).join();
          if (last && moment < last.until) expect(ids).toBe(last.ids);
          expect(validUntil).toBeGreaterThan(moment);
          expect(pages.length + why.size).toBe(snapshot.front!.children.length);
          last = { ids, until: Math.min(validUntil, snapshot.validUntil) };
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('groupPages', () => {
  const grouped = (grouped: string, order: string) =>
    groupPages(snapshot, snapshot.pageById.get('on')!.children, { grouped, order }, 'UTC', String);

  it('puts pages under the month or year of what they tell of, or of when they were first live, the newest first', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('tide', 'front', { order: 'a0', type: 'event', fields: { takesPlace: at('1970-03-02T00:00') } })
      .page('gale', 'front', { order: 'a1' }, { from: day(32) })
      .page('hide', 'front', { order: 'a2' }, { from: day(33) })
      .at(day(100));
    const told = (by: string, order = 'by hand') =>
      groupPages(world, world.front!.children, { grouped: by, order }, 'UTC', String).map(
        ({ key, pages }) => `${key}: ${pages.map(each => each.id).join()}`,
      );
    expect(told('month')).toEqual(['1970-03: tide', '1970-02: gale,hide']);
    expect(told('month', 'soonest')).toEqual(['1970-02: gale,hide', '1970-03: tide']);
    expect(told('year')).toEqual(['1970: tide,gale,hide']);
  });

  it('leaves as it is what is not to be grouped', () =>
    expect(grouped('', 'by hand').map(each => [each.key, each.pages.length])).toEqual([['', 5]]));
});
