import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const at = (local: string) => ({ local, zone: 'Europe/London' });

describe('one publication', () => {
  const test = new TestSite();
  let editor: TestClient;
  beforeAll(async () => {
    await test.open();
    editor = await test.client('margit');
  });
  beforeEach(() => (test.now = setDay));
  afterAll(() => test.close());
  const block = (title: string) => ({ recordId: uuid(), kind: 'block', value: sampleBlock({ title }), baseRevisionId: null });
  const publish = async (changes: readonly object[], times: object = {}) => {
    const made = await editor.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', times } });
    expect(made.status).withContext(made.text).toBe(200);
    return made.json as { readonly id: string; readonly changes: readonly { readonly recordId: string }[] };
  };
  const knownOf = (recordId: string) => test.site.ledger.outlookOf(recordId, 'en-GB').known;
  const stretchesOf = (recordId: string) => test.site.ledger.outlookOf(recordId, 'en-GB').stretches.map(({ from, until }) => [from, until]);
  const setTimes = (id: string, times: object, more: object = {}) => editor.put(`/api/publications/${id}/times`, { times, ...more });

  it('that has begun is given another end, keeps its beginning, and leaves the rest of its edition as it was', async () => {
    const [eggs, lambs] = (await publish([block('Eggs'), block('Lambs')])).changes;
    const [entry] = knownOf(eggs!.recordId);
    test.now = setDay + 86_400_000;
    const asked = await editor.post(`/api/publications/${entry!.publicationId}/times/check`, { times: { until: at('2027-04-05T18:00') } });
    expect([asked.json.gone, asked.json.come.map((each: { what: string; at: number }) => [each.what, each.at])])
      .withContext(asked.text)
      .toEqual([[], [['ends', Date.parse('2027-04-05T17:00Z')]]]);
    const set = await setTimes(entry!.publicationId, { until: at('2027-04-05T18:00'), afterwards: 'nothing' });
    const until = Date.parse('2027-04-05T17:00Z');
    expect([set.status, set.json.title, set.json.from, set.json.until]).withContext(set.text).toEqual([200, 'Eggs', entry!.from, until]);
    expect([stretchesOf(eggs!.recordId), stretchesOf(lambs!.recordId)]).toEqual([[[entry!.from, until]], [[entry!.from, Infinity]]]);
    // What was live stays what was live, and known, then.
    expect(test.site.ledger.inForce(eggs!.recordId, setDay, entry!.recordedAt).state).toBe('live');
    test.now = until;
    expect(test.site.ledger.inForce(eggs!.recordId, until, Infinity).state).toBe('expired');
  });

  it('gives way again to what it lay over when it ends sooner', async () => {
    const { changes } = await publish([block('Eggs')]);
    const { recordId } = changes[0]!;
    const first = knownOf(recordId)[0]!;
    const over = { ...block('Easter eggs'), recordId, baseRevisionId: first.revisionId };
    await publish([over], { until: at('2027-04-20T18:00') });
    const second = knownOf(recordId).find(each => each.publicationId !== first.publicationId)!;
    await setTimes(second.publicationId, { until: at('2027-04-01T18:00') });
    const then = test.site.ledger.inForce(recordId, Date.parse('2027-04-10T12:00Z'), Infinity);
    expect(then.state === 'live' ? then.revisionId : then.state).toBe(first.revisionId!);
  });

  it('is not moved to begin anew, past its end, or over what is planned without a word', async () => {
    const { recordId } = (await publish([block('Eggs')])).changes[0]!;
    const [entry] = knownOf(recordId);
    const again = { ...block('Lambs'), recordId, baseRevisionId: entry!.revisionId };
    await publish([again], { from: at('2027-04-01T08:00') });
    test.now = setDay + 60_000;
    await setTimes(entry!.publicationId, { until: at('2027-03-25T12:00') });
    const refused = await Promise.all([
      setTimes(entry!.publicationId, { from: at('2027-03-20T08:00') }),
      setTimes(entry!.publicationId, { until: at('2027-03-01T08:00') }),
      setTimes(entry!.publicationId, { until: at('2027-04-20T08:00') }),
      setTimes(uuid(), {}),
    ]);
    const begun = knownOf(recordId).length;
    expect(refused.map(each => [each.status, each.json.errors?.[0]?.pointer])).toEqual([
      [422, '/times/from'],
      [422, '/times/until'],
      [409, '/scheduled'],
      [404, undefined],
    ]);
    expect(knownOf(recordId).length).toBe(begun);
    const kept = await setTimes(entry!.publicationId, { until: at('2027-04-20T08:00') }, { scheduled: 'keep' });
    expect(kept.json.until).withContext(kept.text).toBe(Date.parse('2027-04-01T07:00Z'));
    test.now = Date.parse('2027-04-02T12:00Z');
    expect((await setTimes(entry!.publicationId, {})).status).toBe(409);
  });

  it('is drawn with what moves each of its edges', async () => {
    const blockId = uuid();
    const page = test.pageId('/visit');
    const window = (from: string, until: string) => ({ all: [{ test: 'window' as const, from: at(from), until: at(until) }] });
    const placed = (when: object) => {
      const value = samplePlacement(blockId, page);
      return { recordId: uuid(), kind: 'placement', value: { ...value, rule: { ...value.rule, when } }, baseRevisionId: null };
    };
    const once = placed(window('2027-05-01T10:00', '2027-05-03T10:00'));
    const again = placed({ all: [{ test: 'time of day', from: '09:00', until: '12:00', zone: 'Europe/London' }] });
    const later = block('Lambs');
    await publish([{ ...block('Eggs'), recordId: blockId }, once, again]);
    await publish([later], { from: at('2027-05-02T08:00') });
    const span = `from=${Date.parse('2027-04-30T00:00Z')}&until=${Date.parse('2027-05-05T00:00Z')}`;
    const edgesFor = async (client: TestClient) => {
      const { lanes } = (await client.get(`/api/almanac?${span}&by=type`)).json as {
        lanes: { bars: { recordId: string; edges: { from: string; until: string } }[] }[];
      };
      const bars = lanes.flatMap(each => each.bars);
      return [once, again, later].map(({ recordId }) => bars.find(each => each.recordId === recordId)!.edges);
    };
    const others = { from: 'others', until: 'others' };
    expect(await edgesFor(await test.client('bea'))).toEqual([others, { from: 'fixed', until: 'fixed' }, others]);
    expect(await edgesFor(editor)).toEqual([
      { from: 'window', until: 'window' },
      { from: 'fixed', until: 'fixed' },
      { from: 'publication', until: 'publication' },
    ]);
  });
});
