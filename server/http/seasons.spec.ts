import type { CalendarDates, SeasonRow } from '@contract/seasons';
import type { SeasonValue } from '@core/season/season';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestClient, TestSite } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const zone = 'Europe/London';
const once = (from: string, until: string) =>
  ({ test: 'window', from: { local: `${from}T00:00`, zone }, until: { local: `${until}T00:00`, zone } }) as const;

describe('seasons', () => {
  let test: TestSite;
  let manager: TestClient;
  beforeEach(async () => {
    test = await new TestSite().open();
    manager = await test.client('margit');
  });
  afterEach(() => test.close());

  const season = uuid();
  const dated = (...dates: SeasonValue['dates']): SeasonValue => ({ version: 1, title: 'Open week', reason: '', dates });
  const placed = (page: string, blockId: string) => {
    const value = samplePlacement(blockId, page);
    return { ...value, rule: { ...value.rule, when: { all: [{ test: 'season' as const, season }] } } };
  };
  const live = async (
    ...changes: { recordId: string; kind: string; value: unknown; baseRevisionId?: string | null; retires?: boolean }[]
  ) => {
    const id = uuid();
    const saved = await manager.post('/api/editions', {
      id,
      title: 'Open week',
      changes: changes.map(each => ({ baseRevisionId: null, ...each })),
    });
    if (saved.status >= 300) return saved;
    const decidedOn = saved.json.changes.map((each: { headRevisionId: string }) => each.headRevisionId);
    return manager.post(`/api/editions/${id}/moves`, { name: 'publish', decidedOn });
  };
  const rows = async () => (await manager.get('/api/seasons')).json as SeasonRow[];

  it('open and close what asks for them, say what rests on them, and move it all when they are changed', async () => {
    const page = test.pageId('/visit');
    const blockId = uuid();
    const placement = uuid();
    const published = await live(
      { recordId: season, kind: 'season', value: dated(once('2027-03-17', '2027-03-20')) },
      { recordId: blockId, kind: 'block', value: sampleBlock({ title: 'Come and look' }) },
      { recordId: placement, kind: 'placement', value: placed(page, blockId) },
    );
    expect(published.status).toBe(200);
    const shown = async () => (await new TestClient(test).get('/visit')).text.includes('Come and look');
    expect(await shown()).toBeTrue();
    const row = (await rows()).find(each => each.id === season)!;
    expect([row.governs.map(each => each.title), row.next.map(each => each.words)]).toEqual([['Come and look'], ['now to Fri 19 March']]);

    const change = { recordId: season, kind: 'season', value: dated(once('2027-05-01', '2027-05-03')), baseRevisionId: row.revisionId };
    const [effect] = (await manager.post('/api/effect', { changes: [{ recordId: season, kind: 'season', value: change.value }] })).json;
    expect(effect.label).toContain('Governs 1 placement');
    expect((await live(change)).status).toBe(200);
    expect(await shown()).toBeFalse();
    test.now = Date.parse('2027-05-01T12:00Z');
    expect(await shown()).toBeTrue();
    test.now = setDay;
    const { changes } = (await manager.get(`/api/almanac?from=${setDay}&until=${setDay + 60 * 86_400_000}`)).json;
    expect(
      changes
        .filter((each: { recordId: string }) => each.recordId === placement)
        .map((each: { what: string; at: number }) => [each.what, each.at]),
    ).toEqual([
      ['opens', Date.parse('2027-04-30T23:00Z')],
      ['closes', Date.parse('2027-05-02T23:00Z')],
    ]);
    const { revisionId } = (await rows()).find(each => each.id === season)!;
    const off = await live({ recordId: season, kind: 'season', value: null, retires: true, baseRevisionId: revisionId });
    expect([off.status, JSON.stringify(off.json)]).toEqual([422, jasmine.stringContaining('“Come and look” still follows it')]);
  });

  it('are refused where there is none, or where a season asks for another', async () => {
    const blockId = uuid();
    const block = { recordId: blockId, kind: 'block', value: sampleBlock() };
    const refused = await live(block, { recordId: uuid(), kind: 'placement', value: placed(test.pageId('/visit'), blockId) });
    expect([refused.status, refused.json.errors[0].pointer]).toEqual([422, '/changes/1/value/rule/when/all/0/season']);
    const nested = await live({ recordId: season, kind: 'season', value: { ...dated(), dates: [{ test: 'season', season }] } });
    expect(nested.status).toBe(422);
  });

  it('are read out of a calendar without anything being stored, what cannot be taken by line', async () => {
    const text = [
      'BEGIN:VCALENDAR',
      ...['BEGIN:VEVENT', 'SUMMARY:Half-term', 'DTSTART;VALUE=DATE:20270531', 'DTEND;VALUE=DATE:20270605', 'END:VEVENT'],
      ...['BEGIN:VEVENT', 'SUMMARY:Half-term', 'DTSTART;VALUE=DATE:20270531', 'DTEND;VALUE=DATE:20270531', 'END:VEVENT'],
      'END:VCALENDAR',
    ].join('\r\n');
    const before = (await rows()).length;
    const read = (await manager.post('/api/calendar', { text })).json as CalendarDates;
    expect(read.seasons.map(each => [each.title, each.dates])).toEqual([['Half-term', [once('2027-05-31', '2027-06-05')]]]);
    expect(read.faults.map(each => each.line)).toEqual([7]);
    expect((await rows()).length).toBe(before);
    expect((await manager.post('/api/calendar', { text: 'x'.repeat(1_000_001) })).status).toBe(413);
  });
});
