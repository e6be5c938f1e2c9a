import type { Ribbon } from '@contract/messages';
import type { PlacementValue } from '@core/placement/placement';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const at = (local: string) => ({ local, zone: 'Europe/London' });
const on = (day: string) => Date.parse(`2027-${day}:00Z`);
const from = on('03-20T00:00');
const until = on('06-20T00:00');

describe('the ribbon of a page', () => {
  const test = new TestSite();
  let margit: TestClient;
  let page = '';
  beforeAll(async () => {
    await test.open();
    margit = await test.client('margit');
    page = test.pageId('/visit');
  });
  afterAll(() => test.close());
  const value = (blockId: string, begins: string, ends: string): PlacementValue => {
    const placed = samplePlacement(blockId, page);
    const when = { all: [{ test: 'window' as const, from: at(begins), until: at(ends) }] };
    return { ...placed, rule: { ...placed.rule, when } };
  };
  const ask = async (part: object = {}) => {
    const { status, json, text } = await margit.post('/api/ribbon', { page, from, until, ...part });
    expect(status).withContext(text).toBe(200);
    return json as Ribbon;
  };
  const laneOf = ({ lanes }: Ribbon, id: string) => lanes.find(each => each.recordId === id);
  const blockAnd = async (placed: (blockId: string) => PlacementValue, move: object | null) => {
    const [blockId, recordId] = [uuid(), uuid()];
    const changes = [
      { recordId: blockId, kind: 'block', value: sampleBlock({ title: 'Eggs' }), baseRevisionId: null },
      { recordId, kind: 'placement', value: placed(blockId), baseRevisionId: null },
    ];
    const made = await margit.post('/api/editions', { id: uuid(), title: 'Easter', changes, ...(move && { move }) });
    expect(made.status).withContext(made.text).toBe(200);
    return { blockId, recordId, edition: made.json.id as string };
  };
  const window = (begins: string, ends: string) => ({ from: on(begins), until: on(ends) });

  it('shows what unsaved changes would make of it, beside what readers have', async () => {
    const { blockId, recordId } = await blockAnd(id => value(id, '2027-04-10T10:00', '2027-04-20T10:00'), { name: 'publish' });
    const kind = 'placement';
    const other = value(blockId, '2027-04-12T10:00', '2027-05-01T10:00');
    const lane = laneOf(await ask({ changes: [{ recordId, kind, value: other }] }), recordId)!;
    expect([lane.open, lane.changed]).toEqual([[window('04-10T09:00', '04-20T09:00')], [window('04-12T09:00', '05-01T09:00')]]);
    const off = laneOf(await ask({ changes: [{ recordId, kind, value: { ...other, off: true } }] }), recordId)!;
    expect(off.changed).toEqual([]);
    expect(laneOf(await ask(), recordId)!.changed).toBeNull();
  });

  it('shows what waits as proposed, from when it is wished for, and as changed where it is looked at', async () => {
    const { recordId, edition } = await blockAnd(id => value(id, '2027-04-10T10:00', '2027-04-20T10:00'), null);
    expect((await margit.put(`/api/editions/${edition}`, { wishedFrom: at('2027-04-15T10:00') })).status).toBe(200);
    const lane = laneOf(await ask(), recordId)!;
    expect([lane.open, lane.changed, lane.title]).toEqual([[], null, 'Eggs']);
    expect(lane.proposed).toEqual([{ editionId: edition, edition: 'Easter', open: [window('04-15T09:00', '04-20T09:00')] }]);
    const looked = laneOf(await ask({ withEditions: [edition] }), recordId)!;
    expect([looked.changed, looked.proposed]).toEqual([[window('04-10T09:00', '04-20T09:00')], []]);
  });

  it('shows what is proposed to leave the page, and is at ease with words of placements in another language', async () => {
    const { blockId, recordId } = await blockAnd(id => ({ ...samplePlacement(id, page), title: { show: 'own', own: 'Eggs here' } }), {
      name: 'publish',
    });
    const { live } = (await margit.get(`/api/records/${recordId}`)).json;
    const leave = { recordId, kind: 'placement', value: samplePlacement(blockId, test.pageId('/about')), baseRevisionId: live.revisionId };
    expect((await margit.post('/api/editions', { id: uuid(), title: 'Elsewhere', changes: [leave] })).status).toBe(200);
    const words = { version: 1, words: { 'title.own': 'Wyau' }, madeFrom: {} };
    const inWelsh = { recordId, kind: 'placement', locale: 'cy', value: words, baseRevisionId: null, translatedFromId: live.revisionId };
    const said = await margit.post('/api/editions', { id: uuid(), title: 'Wyau', changes: [inWelsh] });
    expect(said.status).withContext(said.text).toBe(200);
    const lane = laneOf(await ask({ withEditions: [said.json.id] }), recordId)!;
    expect([lane.open, lane.changed]).toEqual([[{ from, until }], null]);
    const ends = lane.proposed.map(each => each.open.at(-1)?.until ?? from);
    expect([lane.proposed.length, ends]).toEqual([1, [from]]);
    expect(laneOf(await ask(), recordId)!.proposed.map(each => each.edition)).toEqual(['Elsewhere']);
  });

  it('leaves out what is proposed for other pages', async () => {
    const elsewhere = test.pageId('/about');
    const { recordId } = await blockAnd(id => samplePlacement(id, elsewhere), null);
    expect(laneOf(await ask(), recordId)).toBeUndefined();
  });

  it('of the pages shows when each is live, with what is planned, proposed and unsaved', async () => {
    const pageValue = (await margit.get(`/api/records/${page}`)).json.live.value;
    const value = { ...pageValue, parentId: page, title: 'Open day', segment: 'open-day', menuLabel: '' };
    const [planned, waiting] = [uuid(), uuid()];
    const add = (recordId: string, segment: string) => [{ recordId, kind: 'page', value: { ...value, segment }, baseRevisionId: null }];
    const times = { from: at('2027-04-10T10:00'), until: at('2027-04-20T10:00') };
    const move = { name: 'publish', times };
    const made = await margit.post('/api/editions', { id: uuid(), title: 'Open day', changes: add(planned, 'open-day'), move });
    expect(made.status).withContext(made.text).toBe(200);
    const wishedFrom = at('2027-04-12T10:00');
    await margit.post('/api/editions', { id: uuid(), title: 'Another', changes: add(waiting, 'another'), wishedFrom });
    const asked = await ask({ page: null });
    expect(laneOf(asked, planned)).toEqual(jasmine.objectContaining({ title: 'Open day', open: [window('04-10T09:00', '04-20T09:00')] }));
    expect(laneOf(asked, waiting)!.proposed[0]!.open).toEqual([{ from: on('04-12T09:00'), until }]);
    expect([asked.changes.includes(on('04-10T09:00')), asked.others > 20, laneOf(asked, page)]).toEqual([true, true, undefined]);
    const off = laneOf(await ask({ page: null, changes: [{ recordId: page, kind: 'page', value: null, retires: true }] }), page)!;
    expect([off.open, off.changed]).toEqual([[{ from, until }], []]);
  });
});
