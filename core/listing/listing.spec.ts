import { anyone } from '../rule/who';
import { SmallWorld } from '../testing/small-world';
import { listPages } from './listing';

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
