import { textOfParagraphs } from '@core/rich-text/document';
import { saveProposal } from '@server/services/editions';
import { readRecord } from '@server/services/records';
import { sampleBlock } from '@server/testing/samples';
import { TestSite, type TestClient } from '@server/testing/test-site';
import autocannon from 'autocannon';
import Database from 'better-sqlite3';
import path from 'node:path';
import { streamLimits } from '@server/live/live';
import type { Row } from './measure';
import { richTextDifferences } from './workflow-texts';

/** Comparing, merging, saving, and going live together; many who listen. */
export async function benchWorkflow(): Promise<readonly Row[]> {
  return [...(await richTextDifferences()), await manyRevisions(), await saves(), await largeEdition(), await listeners()];
}

const newBlock = (title: string) => ({ recordId: crypto.randomUUID(), kind: 'block', value: sampleBlock({ title }), baseRevisionId: null });

async function ask(answer: ReturnType<TestClient['get']>): Promise<Awaited<ReturnType<TestClient['get']>>> {
  const made = await answer;
  if (made.status !== 200) throw new Error(`Answered ${made.status}: ${made.text.slice(0, 300)}`);
  return made;
}

async function manyRevisions(): Promise<Row> {
  const count = 2_000;
  const test = await new TestSite().open();
  const client = await test.client('margit');
  const { json } = await ask(client.post('/api/editions', { id: crypto.randomUUID(), title: 'x', changes: [newBlock('Lamps')] }));
  const [{ proposalId, recordId, headRevisionId, value }] = json.changes;
  let parentRevisionId = headRevisionId as string;
  for (let turn = 1; turn < count; turn += 1) {
    const saved = await ask(client.put(`/api/proposals/${proposalId}`, { value: { ...value, title: `Lamps ${turn}` }, parentRevisionId }));
    parentRevisionId = saved.json.proposals[0].headRevisionId;
  }
  const times: number[] = [];
  for (let turn = 0; turn < 15; turn += 1) {
    const begun = performance.now();
    await ask(client.get(`/api/records/${recordId}`));
    times.push(performance.now() - begun);
  }
  await test.close();
  const median = times.sort((a, b) => a - b)[7]!;
  return { what: `opening a record of ${count} revisions over HTTP, in milliseconds`, ratio: median, aim: 'at most', bound: 100 };
}

/** Saves, each checked, stored, indexed and answered, beside bare inserts of as many rows by the same driver. */
async function saves(): Promise<Row> {
  const count = 2_000;
  const test = await new TestSite().open();
  const client = await test.client('margit');
  const person = [...test.site.people.values()].find(each => each.roles.includes('administrator'))!;
  const text = sampleBlock({ type: 'rich text', title: 'Lamps', fields: { body: textOfParagraphs('Lamps are lit at dusk.') } });
  const changes = Array.from({ length: 20 }, () => ({ recordId: crypto.randomUUID(), kind: 'block', value: text, baseRevisionId: null }));
  const { json } = await ask(client.post('/api/editions', { id: crypto.randomUUID(), title: 'x', changes }));
  const heads = new Map<string, string>(
    json.changes.map((each: { proposalId: string; headRevisionId: string }) => [each.proposalId, each.headRevisionId]),
  );
  const ids = [...heads.keys()];
  const value = text;
  let begun = performance.now();
  // Sustained: what the machine does in the first moments, when nothing is compiled yet, is none of it.
  for (let turn = -200; turn < count; turn += 1) {
    if (turn === 0) begun = performance.now();
    const id = ids[(turn + 200) % ids.length]!;
    const recordId = await saveProposal(test.site, person, id, { ...value, title: `Lamps ${turn}` }, heads.get(id)!, '');
    const answer = await readRecord(test.site, person, recordId);
    JSON.stringify(answer);
    heads.set(id, answer.proposals.find(each => each.id === id)!.headRevisionId);
  }
  const ours = count / ((performance.now() - begun) / 1_000);
  const database = new Database(path.join(test.folder, 'bare.sqlite'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec(
    'create table revisions (id text primary key, value text); create table log (id integer primary key, line text, hash text)',
  );
  const [revision, line] = [
    database.prepare('insert into revisions values (?, ?)'),
    database.prepare('insert into log (line, hash) values (?, ?)'),
  ];
  const stored = JSON.stringify(value);
  const write = database.transaction((id: string) => {
    revision.run(id, stored);
    line.run(stored, id);
  });
  const bareBegun = performance.now();
  for (let turn = 0; turn < count; turn += 1) write(crypto.randomUUID());
  const bare = count / ((performance.now() - bareBegun) / 1_000);
  database.close();
  await test.close();
  return {
    what: `saves a second, one after the other, answer included, over ${ids.length} records (${Math.round((100 * ours) / bare)} % of bare inserts of the same rows)`,
    ratio: ours,
    aim: 'at least',
    bound: 500,
  };
}

async function largeEdition(): Promise<Row> {
  const test = await new TestSite().open();
  const client = await test.client('margit');
  const blocks = Array.from({ length: 1_000 }, (_, index) => newBlock(`Lamp ${index}`));
  const id = crypto.randomUUID();
  let { json } = await ask(client.post('/api/editions', { id, title: 'Lamps', changes: blocks.slice(0, 500) }));
  ({ json } = await ask(client.post(`/api/editions/${id}/changes`, { changes: blocks.slice(500) })));
  const decidedOn = json.changes.map((each: { headRevisionId: string }) => each.headRevisionId);
  const begun = performance.now();
  await ask(client.post(`/api/editions/${id}/moves`, { name: 'publish', decidedOn }));
  const took = performance.now() - begun;
  await test.close();
  return {
    what: 'an edition of 1,000 records goes live in one transaction, in milliseconds, its answer included',
    ratio: took,
    aim: 'at most',
    bound: 1_000,
  };
}

/** Public throughput while two hundred editors listen, as a share of that while nobody does. */
async function listeners(): Promise<Row> {
  const test = await new TestSite().open();
  const cannon = async () => (await autocannon({ url: `${test.address}/visit`, connections: 8, duration: 4 })).requests.average;
  await cannon();
  const alone = await cannon();
  const stop = new AbortController();
  const clients = await Promise.all(['bea', 'tomos', 'edwin', 'saskia', 'ida', 'margit'].map(name => test.client(name)));
  const open = 200;
  // One person has only so many windows open; what they are told would be the same.
  Object.assign(streamLimits, { ofOnePerson: open });
  for (let index = 0; index < open; index += 1) {
    const response = await clients[index % clients.length]!.open('/api/events', stop.signal);
    if (response.status !== 200) throw new Error(`A stream answered ${response.status}`);
    void response.body!.pipeTo(new WritableStream()).catch(() => undefined);
  }
  const listening = await cannon();
  stop.abort();
  await test.close();
  return {
    what: `public pages a second with ${open} event streams open, as a share of without`,
    ratio: listening / alone,
    aim: 'at least',
    bound: 0.9,
  };
}
