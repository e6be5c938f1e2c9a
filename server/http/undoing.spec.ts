import type { PageValue } from '@core/page/page';
import { sampleEdition } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('undoing an edition', () => {
  const test = new TestSite();
  let admin: TestClient;
  beforeAll(async () => {
    await test.open();
    admin = await test.client('margit');
  });
  afterAll(() => test.close());

  const publish = async (changes: readonly unknown[]) => {
    const id = uuid();
    const { status, json } = await admin.post('/api/editions', { id, title: 'x', changes, move: { name: 'publish' } });
    expect([status, json.detail]).toEqual([200, undefined]);
    return id;
  };
  const undo = async (id: string) => {
    const { changes } = (await admin.get(`/api/editions/${id}/undoing`)).json;
    return publish(changes.map(({ title: _, ...change }: { title: string }) => change));
  };
  const page = async (at: string, part: Partial<PageValue>) => {
    const recordId = test.pageId(at);
    const { live } = (await admin.get(`/api/records/${recordId}`)).json;
    return { recordId, kind: 'page', value: { ...live.value, ...part }, baseRevisionId: live.revisionId };
  };

  it('puts back what was live, takes off what was not, and adds to the past rather than rewriting it', async () => {
    const [before, reader] = [(await test.rowCounts())[1]!, await test.client()];
    const words = (await reader.get('/visit/parking')).text;
    const placed = sampleEdition(test.pageId('/visit/parking'), { title: 'Lamps at the gate' }).changes;
    const id = await publish([await page('/visit/parking', { title: 'Where to leave a car' }), ...placed]);
    expect((await reader.get('/visit/parking')).text).toContain('Where to leave a car');
    await undo(id);
    expect((await reader.get('/visit/parking')).text).toBe(words);
    expect((await test.rowCounts())[1]).toBeGreaterThan(before + 3);
    expect((await admin.get(`/api/editions/${id}/undoing`)).status).toBe(409);
  });

  it('brings a page back to its address, and lets the other lead to it', async () => {
    const id = await publish([await page('/visit/parking', { segment: 'cars' })]);
    await undo(id);
    const reader = await test.client();
    const there = await reader.get('/visit/cars');
    expect([(await reader.get('/visit/parking')).status, there.status, there.headers.get('location')]).toEqual([
      200,
      308,
      '/visit/parking',
    ]);
  });

  it('says what has been changed since, and undoes an undoing', async () => {
    const id = await publish([await page('/visit/parking', { title: 'One' })]);
    await publish([await page('/visit/parking', { title: 'Two' })]);
    expect((await admin.get(`/api/editions/${id}/undoing`)).json.changedSince).toEqual([
      '“Two” has been changed since by Margit Halloran.',
    ]);
    const undone = await undo(id);
    await undo(undone);
    expect((await (await test.client()).get('/visit/parking')).text).toContain('<h1>Two</h1>');
  });
});
