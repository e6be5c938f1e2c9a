import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const at = (local: string) => ({ local, zone: 'Europe/London' });

describe('an approved edition that is still ahead', () => {
  const test = new TestSite();
  let editor: TestClient;
  let writer: TestClient;
  beforeAll(async () => {
    await test.open();
    [editor, writer] = await Promise.all([test.client('edwin'), test.client('bea')]);
  });
  beforeEach(() => (test.now = setDay));
  afterAll(() => test.close());
  const planned = async (local: string) => {
    const changes = ['Eggs', 'Lambs'].map(title => ({
      recordId: uuid(),
      kind: 'block',
      value: sampleBlock({ title }),
      baseRevisionId: null,
    }));
    const { json } = await editor.post('/api/editions', {
      id: uuid(),
      title: 'Easter',
      changes,
      move: { name: 'publish', times: { from: at(local) } },
    });
    return json;
  };
  const moveTo = (client: TestClient, id: string, local: string | null, part: object = {}) =>
    client.put(`/api/editions/${id}/times`, { times: { from: local && at(local), ...part } });
  const liveFrom = (edition: { changes: { recordId: string }[] }) =>
    edition.changes.map(({ recordId }) => test.site.ledger.outlookOf(recordId, 'en-GB').known.map(each => [each.from, each.until]));

  it('moves all of it to another date and end, as the same publications', async () => {
    const edition = await planned('2027-03-28T06:00');
    const before = [...test.site.ledger.entriesOf(edition.changes[0].recordId, 'en-GB')];
    const times = { from: at('2027-04-02T08:00'), until: at('2027-04-05T18:00') };
    const { gone, come } = (await editor.post(`/api/editions/${edition.id}/times/check`, { times })).json as Record<
      string,
      { title: string; what: string; at: number }[]
    >;
    const told = (list: typeof gone = []) =>
      list.map(each => `${each.title} ${each.what} ${new Date(each.at).toISOString().slice(5, 10)}`).sort();
    expect([told(gone), told(come)]).toEqual([
      ['Eggs goes live 03-28', 'Lambs goes live 03-28'],
      ['Eggs ends 04-05', 'Eggs goes live 04-02', 'Lambs ends 04-05', 'Lambs goes live 04-02'],
    ]);
    const moved = await moveTo(editor, edition.id, '2027-04-02T08:00', { until: at('2027-04-05T18:00') });
    const [from, until] = [Date.parse('2027-04-02T07:00Z'), Date.parse('2027-04-05T17:00Z')];
    expect([moved.status, moved.json.publishedFrom, moved.json.publishedUntil]).withContext(moved.text).toEqual([200, from, until]);
    expect(liveFrom(edition)).toEqual([[[from, until]], [[from, until]]]);
    const after = test.site.ledger.entriesOf(edition.changes[0].recordId, 'en-GB');
    expect([after.length, after.at(-1)!.publicationId]).toEqual([before.length + 1, before.at(-1)!.publicationId]);
    expect(moved.json.history.at(-1).move).toBe('move in time');
    // It says the same when it is read anew.
    await test.stop();
    await test.start();
    expect((await (await test.client('edwin')).get(`/api/editions/${edition.id}`)).json.publishedFrom).toBe(from);
    [editor, writer] = await Promise.all([test.client('edwin'), test.client('bea')]);
  });

  it('is taken back before it comes, after what readers get instead was said, and stays as words', async () => {
    const page = test.pageId('/visit');
    const blockId = uuid();
    const { live } = (await editor.get(`/api/records/${page}`)).json;
    const changes = [
      { recordId: page, kind: 'page', value: { ...live.value, title: 'Visits' }, baseRevisionId: live.revisionId },
      { recordId: blockId, kind: 'block', value: sampleBlock({ title: 'Eggs' }), baseRevisionId: null },
      { recordId: uuid(), kind: 'placement', value: samplePlacement(blockId, page), baseRevisionId: null },
    ];
    const manager = await test.client('margit');
    const { json: edition } = await manager.post('/api/editions', {
      id: uuid(),
      title: 'Easter',
      changes,
      move: { name: 'publish', times: { from: at('2027-03-28T06:00') } },
    });
    const withdrawal = `/api/editions/${edition.id}/withdrawal`;
    expect([(await writer.get(withdrawal)).status, (await writer.post(withdrawal, {})).status]).toEqual([403, 403]);
    expect((await editor.get(withdrawal)).json.instead).toEqual([
      `“${live.value.title}” (page) stays on 28 March, 06:00 as it is by then.`,
      '“Eggs” (block) does not come on 28 March, 06:00.',
      '“Eggs” (placement) does not come on 28 March, 06:00.',
    ]);
    const taken = await editor.post(withdrawal, { remark: 'No boat.' });
    expect([taken.status, taken.json.stage, taken.json.publishedFrom]).withContext(taken.text).toEqual([200, 'withdrawn', null]);
    expect(taken.json.history.at(-1)).toEqual(jasmine.objectContaining({ move: 'withdraw', remark: 'No boat.' }));
    test.now = Date.parse('2027-03-29T00:00Z');
    expect((await (await test.client()).get('/visit')).text).not.toContain('Visits');
    test.now = setDay;
    expect((await editor.post(withdrawal, {})).status).toBe(409);
    const { revisions } = (await editor.get(`/api/records/${changes[1]!.recordId}`)).json;
    expect(revisions.length).toBe(1);
  });

  it('says first what is in the way, and moves nothing for whoever may not, into the past, or after it came', async () => {
    const edition = await planned('2027-03-28T06:00');
    const was = liveFrom(edition);
    expect((await moveTo(writer, edition.id, '2027-04-02T08:00')).status).toBe(403);
    const past = await moveTo(editor, edition.id, '2027-01-01T08:00');
    expect([past.status, past.json.errors[0].pointer]).toEqual([422, '/times/from']);
    const { recordId } = edition.changes[0];
    const other = { recordId, kind: 'block', value: sampleBlock({ title: 'Chicks' }), baseRevisionId: edition.changes[0].headRevisionId };
    const later = await editor.post('/api/editions', {
      id: uuid(),
      title: 'Chicks',
      changes: [other],
      move: { name: 'publish', times: { from: at('2027-05-01T06:00') }, acceptsMovedBase: true },
    });
    expect(later.status).withContext(later.text).toBe(200);
    const check = await editor.post(`/api/editions/${edition.id}/times/check`, { times: { from: at('2027-04-02T08:00') } });
    expect(check.json.covers.map((each: { recordId: string }) => each.recordId)).toEqual([recordId]);
    expect((await moveTo(editor, edition.id, '2027-04-02T08:00')).json.code).toBe('schedule-covered');
    expect(liveFrom(edition)[1]).toEqual(was[1]!);
    test.now = Date.parse('2027-03-29T00:00Z');
    expect((await moveTo(editor, edition.id, '2027-04-02T08:00')).json.code).toBe('move-refused');
  });
});
