import { HealthCheck } from '@core/health/health';
import { planOf } from '@server/services/plan';
import { sampleEdition } from '@server/testing/samples';
import { TestSite, type TestClient } from '@server/testing/test-site';
import autocannon from 'autocannon';
import { grow } from './grown-site';
import type { Row } from './measure';

const size = { pages: 5_000, placements: 5_000, planned: 2_000 };

/** What editors wait for on a large site of which much is planned, in milliseconds. */
export async function benchPlanned(): Promise<readonly Row[]> {
  const test = await new TestSite().open();
  await grow(test, size);
  const administrator = await test.client('margit');
  const rows: Row[] = [];
  const measure = async (what: string, bound: number, act: (turn: number) => Promise<void>, before = async () => undefined as void) => {
    const times: number[] = [];
    for (let turn = 0; turn < 7; turn += 1) {
      await before();
      const begun = performance.now();
      await act(turn);
      times.push(performance.now() - begun);
    }
    const [first] = times;
    const median = [...times].sort((a, b) => a - b)[3]!;
    const name = `${what}: ${size.pages} pages, ${size.placements} placements, ${size.planned} planned; milliseconds (the first ${Math.round(first!)})`;
    rows.push({ what: name, ratio: median, aim: 'at most', bound });
  };
  const page = test.site.snapshots.at().pageByPath.get('/visit/p40')!;
  await measure('Today', 300, () => ask(administrator.get('/api/today')));
  await measure('publishing a block and its placement', 300, () =>
    ask(administrator.post('/api/editions', { ...sampleEdition(page.id), move: { name: 'publish' } })),
  );
  const publish = () => ask(administrator.post('/api/editions', { ...sampleEdition(page.id), move: { name: 'publish' } }));
  await measure('Today after a publication', 300, () => ask(administrator.get('/api/today')), publish);
  await measure('publishing a page with other words', 300, turn => publishPage(test, administrator, page.id, turn));
  await measure('all warnings after one change', 100, () => ask(administrator.get('/api/health')), publish);
  await measure('saving a draft', 100, () => ask(administrator.post('/api/editions', sampleEdition(page.id))));
  await measure('the check before a publication', 300, () => {
    const changes = sampleEdition(page.id).changes.map(({ recordId, kind, value }) => ({ recordId, kind, value }));
    return ask(administrator.post('/api/expectations/check', { changes }));
  });
  rows.push(await benchReaders(test));
  await test.close();
  return rows;
}

async function ask(answer: ReturnType<TestClient['get']>): Promise<void> {
  const { status, text } = await answer;
  if (status !== 200) throw new Error(`Answered ${status}: ${text.slice(0, 300)}`);
}

async function publishPage(test: TestSite, client: TestClient, id: string, turn: number): Promise<void> {
  const inForce = test.site.ledger.inForce(id, test.now, Infinity);
  if (inForce.state !== 'live') throw new Error('The page is not live');
  const value = { ...test.site.snapshots.at().pageById.get(id)!.value, title: `Other words ${turn}` };
  const change = { recordId: id, kind: 'page', value, baseRevisionId: inForce.revisionId };
  const edition = { id: crypto.randomUUID(), title: 'Words', changes: [change], move: { name: 'publish' } };
  await ask(client.post('/api/editions', edition));
}

/** How often readers are answered while all that is wrong is computed anew, against when nothing else goes on. */
async function benchReaders(test: TestSite): Promise<Row> {
  const { site } = test;
  const locales = site.settings.locales.map(each => each.tag);
  const rate = async () => (await autocannon({ url: `${test.address}/visit`, connections: 8, duration: 4 })).requests.average;
  await rate();
  const alone = await rate();
  let isOver = false;
  let rounds = 0;
  const compute = async () => {
    for (; !isOver; rounds += 1) await site.turns.through(new HealthCheck().steps(planOf(site), locales));
  };
  const computing = compute();
  const beside = await rate();
  isOver = true;
  await computing;
  return {
    what: `readers answered while health of ${size.placements} placements on ${size.pages} pages is computed (${rounds} times over), against alone`,
    ratio: beside / alone,
    aim: 'at least',
    bound: 0.8,
  };
}
