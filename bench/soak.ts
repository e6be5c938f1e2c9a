import { sampleEdition } from '@server/testing/samples';
import { TestSite, type TestClient } from '@server/testing/test-site';
import type { Row } from './measure';

const requests = 20_000;
const longText = '<p>Turnstones feed along the tide line and keep close together in the wind.</p>'.repeat(400);

/** Whether memory stays level over many requests of every sort, each asking for something that was never asked for before. */
export async function benchSoak(): Promise<readonly Row[]> {
  const test = await new TestSite().open();
  const [editor, anyone] = await Promise.all([test.client('margit'), test.client()]);
  const page = test.pageId('/visit');
  const asked = sampleEdition(page, {}, {}, { where: { any: [{ test: 'query', name: 'ref', value: 'poster' }] } });
  await editor.post('/api/editions', { ...asked, move: { name: 'publish' } });
  const paths = test.site.snapshots.at().pages.map(each => each.facts.path);
  for (let turn = 0; turn < requests / 2; turn += 1) await ask(turn, editor, anyone, page, paths);
  const halfway = memory();
  for (let turn = requests / 2; turn < requests; turn += 1) await ask(turn, editor, anyone, page, paths);
  const grown = memory() - halfway;
  await test.close();
  return [
    {
      what: `megabytes by which ${requests / 2} mixed requests grow a server that has answered as many (${Math.round(halfway)} before)`,
      ratio: Math.max(0, grown),
      aim: 'at most',
      bound: 20,
    },
  ];
}

function ask(turn: number, editor: TestClient, anyone: TestClient, page: string, paths: readonly string[]): Promise<unknown> {
  const path = paths[turn % paths.length]!;
  const vantage = { page, reader: { signedIn: true, roles: [], memberships: [`group ${turn}`] } };
  const text = `<p>${turn}</p>${longText}`;
  const [block, placement] = sampleEdition(
    page,
    { type: 'rich text', fields: { body: text } },
    {},
    { where: { test: 'path', pattern: `/visit/${turn}` } },
  ).changes;
  const changes = [block!, placement!].map(({ recordId, kind, value }) => ({ recordId, kind, value }));
  switch (turn % 10) {
    case 0:
      return editor.post('/api/view', { vantage, changes });
    case 1:
      return editor.post('/api/expectations/check', { changes });
    case 2:
      return editor.get(`/api/find?search=${turn}`);
    case 3:
      return editor.post('/api/effect', { changes });
    case 4:
      return anyone.get(`/no/such/page/${turn}`);
    case 5:
      return editor.get(turn % 50 === 5 ? '/api/today' : '/api/placements');
    default:
      return anyone.get(`${path}?ref=${turn}&other${turn}=x`);
  }
}

/** What the process holds in all, in megabytes, once what nobody needs any more has been let go of. */
function memory(): number {
  if (!globalThis.gc) throw new Error('Run with --expose-gc');
  for (let turn = 0; turn < 3; turn += 1) globalThis.gc();
  return process.memoryUsage().rss / 1_048_576;
}
