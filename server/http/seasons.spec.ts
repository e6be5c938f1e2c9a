import type { CalendarDates, SeasonRow } from '@contract/seasons';
import type { SeasonValue } from '@core/season/season';
import type { Health } from '@contract/assembling';
import { standInCalendar } from '../outside/stand-in';
import { refreshCalendars } from '../services/calendars-elsewhere';
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

  it('from a calendar elsewhere keep where they are from, and are told of once it says other dates', async () => {
    const read = (address: string) => manager.post('/api/calendar/elsewhere', { address });
    const { seasons } = (await read(standInCalendar)).json as CalendarDates;
    expect(seasons.map(each => each.title)).toEqual(['Half-term']);
    const source = { address: standInCalendar, event: 'Half-term' };
    const taken = { ...dated(...seasons[0]!.dates), source };
    expect((await live({ recordId: season, kind: 'season', value: taken })).status).toBe(200);
    const row = async () => (await rows()).find(each => each.id === season)!;
    expect((await row()).source).toEqual({ address: standInCalendar, readAt: test.now, fault: '', other: null });
    const late = { ...taken, dates: taken.dates.slice(1) };
    const findings = async () => {
      const { findings: all } = (await manager.get('/api/health')).json as Health;
      return all.filter(each => each.recordId === season).map(each => each.kind);
    };
    expect(await findings()).toEqual([]);
    expect((await live({ recordId: season, kind: 'season', value: late, baseRevisionId: (await row()).revisionId })).status).toBe(200);
    // The one that was left out lies in the past.
    expect([(await row()).source!.other, await findings()]).toEqual([null, []]);
    const fewer = { ...taken, dates: taken.dates.slice(5) };
    expect((await live({ recordId: season, kind: 'season', value: fewer, baseRevisionId: (await row()).revisionId })).status).toBe(200);
    expect((await row()).source!.other!.dates).toEqual([...taken.dates]);
    expect(await findings()).toEqual(['season behind']);
    // What cannot be read any more changes nothing, and is told of.
    test.site.outside.standInPort = 1;
    test.now += 3_600_000;
    await refreshCalendars(test.site);
    expect((await row()).source!.fault).toBe('');
    test.now += 7 * 3_600_000;
    await refreshCalendars(test.site);
    expect([(await row()).source!.fault, await findings()]).toEqual(['Nothing answers at this address.', ['calendar unread']]);
  });

  it('are never fetched from this machine or a private network, nor from what is no address', async () => {
    const port = new URL(test.address).port;
    for (const address of [
      `http://127.0.0.1:${port}/`,
      `http://localhost:${port}/api/session`,
      'http://169.254.169.254/latest/meta-data/',
    ]) {
      const { status, json } = await manager.post('/api/calendar/elsewhere', { address });
      expect([status, json.errors[0].pointer, json.detail]).toEqual([
        422,
        '/address',
        'This address is not open to everybody: only public ones are fetched from.',
      ]);
    }
    expect((await manager.post('/api/calendar/elsewhere', { address: 'webcal' })).json.detail).toBe('This is no address of the web.');
    const value = { ...dated(once('2027-03-17', '2027-03-20')), source: { address: 'file:///etc/passwd', event: 'x' } };
    const refused = await live({ recordId: season, kind: 'season', value });
    expect([refused.status, refused.json.errors[0].pointer]).toEqual([422, '/changes/0/value/source/address']);
  });
});
