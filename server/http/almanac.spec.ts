import type { Almanac } from '@contract/almanac';
import type { Between } from '@contract/between';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const day = 86_400_000;

describe('the plan in time', () => {
  const test = new TestSite();
  let editor: TestClient;
  beforeAll(async () => {
    await test.open();
    editor = await test.client('edwin');
  });
  afterAll(() => test.close());
  const read = async (by = 'region', from = setDay, until = setDay + 40 * day) =>
    (await editor.get(`/api/almanac?from=${from}&until=${until}&by=${by}`)).json as Almanac;
  const find = ({ lanes }: Almanac, title: string) =>
    lanes.flatMap(lane => lane.bars.filter(bar => bar.title === title).map(bar => ({ lane: lane.label, ...bar })));

  it('has everything that begins or ends in a span, in lanes of one’s choice, with what is only proposed', async () => {
    const almanac = await read();
    const [notice] = find(almanac, 'First boat of the year').filter(each => each.kind === 'placement');
    expect([notice!.lane, notice!.from, notice!.state]).toEqual(['Notice strip', Date.parse('2027-03-19T06:00Z'), 'scheduled']);
    const [wished] = find(almanac, 'Moth nights');
    expect([wished!.state, wished!.from, wished!.until]).toEqual(['proposed', Date.parse('2027-03-26T06:00Z'), null]);
    expect(almanac.lanes.some(each => each.steady > 0)).toBeTrue();
    const same = (await read('person')).lanes.flatMap(each => each.bars);
    expect([same.length, almanac.barCount]).toEqual([almanac.barCount, almanac.lanes.flatMap(each => each.bars).length]);
    const editions = await read('edition');
    expect(find(editions, 'First boat of the year')[0]!.lane).toBe('First boat, on the reserve pages');
    expect((await read('language')).lanes.map(each => each.label)).toContain('English (United Kingdom)');
    expect(find(await read('section'), 'First boat of the year').length).toBeGreaterThan(0);
  });

  it('tells what changes by itself in order of time, as Today does', async () => {
    const { changes, changeCount } = await read();
    expect(changes.map(each => each.at)).toEqual([...changes.map(each => each.at)].sort((a, b) => a - b));
    expect(changeCount).toBe(changes.length);
    const { changes: today } = (await editor.get('/api/today')).json;
    const soon = (all: Almanac['changes']) =>
      all
        .filter(each => each.at > setDay && each.at < setDay + 13 * day)
        .map(each => `${each.at} ${each.title} ${each.what} ${each.pageCount}`);
    expect(soon(changes)).toEqual(soon(today));
    // Beyond the year ahead it is counted all the same.
    const far = await read('region', Date.parse('2029-03-01T00:00Z'), Date.parse('2029-04-15T00:00Z'));
    expect(far.changes.some(each => each.what === 'opens' && each.pageCount > 0)).toBeTrue();
  });

  it('names a day on which much ends together', async () => {
    const page = test.pageId('/visit');
    const changes = ['One', 'Two', 'Three'].flatMap(title => {
      const blockId = uuid();
      return [
        { recordId: blockId, kind: 'block', value: sampleBlock({ title }), baseRevisionId: null },
        { recordId: uuid(), kind: 'placement', value: samplePlacement(blockId, page), baseRevisionId: null },
      ];
    });
    const times = { from: null, until: { local: '2027-05-01T18:00', zone: 'Europe/London' } };
    const manager = await test.client('margit');
    const published = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', times } });
    expect(published.status).withContext(published.text).toBe(200);
    const { cliffs } = await read('region', setDay, setDay + 60 * day);
    const cliff = cliffs.find(each => each.at === Date.parse('2027-04-30T23:00Z'))!;
    expect([cliff.count >= 3, ['One', 'Two', 'Three'].every(title => cliff.titles.includes(title))]).toEqual([true, true]);
  });

  it('refuses a span that is none, or too long', async () => {
    for (const [from, until] of [
      [setDay, setDay],
      [setDay, setDay - day],
      [setDay, setDay + 1_901 * day],
    ] as const) {
      const { status, json } = await editor.get(`/api/almanac?from=${from}&until=${until}`);
      expect([status, json.errors[0].pointer]).toEqual([422, '/until']);
    }
    expect((await editor.get('/api/almanac?from=x&until=1')).status).toBe(422);
    expect((await editor.get(`/api/almanac?from=${setDay}&until=${setDay + day}&by=weather`)).status).toBe(422);
    expect((await editor.get(`/api/almanac?from=${setDay}&until=${setDay + 1_900 * day}`)).status).toBe(200);
  });

  it('says what changes between two moments, and of the past what readers really had', async () => {
    const later = { from: Date.parse('2027-03-19T05:00Z'), until: Date.parse('2027-04-01T09:00Z') };
    const asked = async ({ from, until }: typeof later) => (await editor.get(`/api/between?from=${from}&until=${until}`)).json as Between;
    const { rows } = await asked(later);
    const told = (title: string) => rows.filter(each => each.title === title).map(each => `${each.kind} ${each.what} ${each.gained.count}`);
    expect(told('First boat of the year')).toEqual(['block comes 0', 'placement comes 5']);
    expect(told('Dogs in nesting season')).toEqual(['placement shows otherwise 6']);
    expect(rows.find(each => each.title === 'Opening hours')!.fields.map(each => each.label)).toEqual(['Text']);
    expect((await asked({ from: later.until, until: later.until })).count).toBe(0);
    // What is changed afterwards changes nothing of what was.
    const past = { from: Date.parse('2026-12-01T12:00Z'), until: setDay - day };
    const before = await asked(past);
    expect(before.count).toBeGreaterThan(0);
    const id = test.pageId('/visit/dogs');
    const { live } = (await editor.get(`/api/records/${id}`)).json;
    const change = { recordId: id, kind: 'page', value: { ...live.value, title: 'Dogs, since today' }, baseRevisionId: live.revisionId };
    expect((await editor.post('/api/editions', { id: uuid(), title: 'x', changes: [change], move: { name: 'publish' } })).status).toBe(200);
    test.now += 60_000;
    expect(await asked(past)).toEqual(before);
    const now = await asked({ from: setDay - day, until: test.now });
    expect(now.rows.find(each => each.recordId === id)!.fields.map(each => [each.label, each.after])).toEqual([
      ['Title', 'Dogs, since today'],
    ]);
    test.now = setDay;
  });
});
