import { anyone } from '../rule/who';
import { SmallWorld } from '../testing/small-world';
import { groupPages, listPages } from './listing';

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
const list = (fields: Record<string, string | number>, reader = anyone) =>
  listPages(snapshot, { depth: 'next', order: 'by hand', most: 10, ...fields }, snapshot.pageById.get('on')!, reader);
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
    expect(ids(list({ type: 'event', time: 'to come' }, { ...anyone, signedIn: true }))).toEqual(['late', 'soon', 'secret']));
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
    const answer = listPages(snapshot, { depth: 'next', order: 'by hand', most: 10, ...(shelf && { shelf }) }, snapshot.front, anyone);
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

describe('groupPages', () => {
  const grouped = (grouped: string, order: string) =>
    groupPages(snapshot, snapshot.pageById.get('on')!.children, { grouped, order }, 'UTC');

  it('puts pages under the month or year of what they tell of, or of when they were first live, the newest first', () => {
    const world = new SmallWorld()
      .page('front', null)
      .page('tide', 'front', { order: 'a0', type: 'event', fields: { takesPlace: at('1970-03-02T00:00') } })
      .page('gale', 'front', { order: 'a1' }, { from: day(32) })
      .page('hide', 'front', { order: 'a2' }, { from: day(33) })
      .at(day(100));
    const told = (by: string, order = 'by hand') =>
      groupPages(world, world.front!.children, { grouped: by, order }, 'UTC').map(
        ({ key, pages }) => `${key}: ${pages.map(each => each.id).join()}`,
      );
    expect(told('month')).toEqual(['1970-03: tide', '1970-02: gale,hide']);
    expect(told('month', 'soonest')).toEqual(['1970-02: gale,hide', '1970-03: tide']);
    expect(told('year')).toEqual(['1970: tide,gale,hide']);
  });

  it('leaves as it is what is not to be grouped', () =>
    expect(grouped('', 'by hand').map(each => [each.key, each.pages.length])).toEqual([['', 5]]));
});
