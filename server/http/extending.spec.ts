import { readFileSync } from 'node:fs';
import { readHtml } from '@contract/values';
import { shippedTypes, withBlockType } from '@core/registry/registry';
import { whereFromText, whereText } from '@core/rule/text';
import { whereTests } from '@core/rule/tests/where-tests';
import { v7 as uuid } from 'uuid';
import { depth } from '../../docs/examples/depth/test';
import { questions } from '../../docs/examples/questions/type';
import { changeTypes } from '../site/site';
import { samplePlacement } from '../testing/samples';
import { TestSite, type TestAnswer, type TestClient } from '../testing/test-site';

describe('a type and a test that are added while the server runs', () => {
  const test = new TestSite();
  let margit: TestClient;
  let remove: () => void;
  let published: TestAnswer;
  beforeAll(async () => {
    await test.open();
    margit = await test.client('margit');
    changeTypes(test.site, withBlockType(test.site.registry, questions));
    remove = whereTests.add(depth);
    published = await publish([
      item('dogs', 'May dogs come?', '<p>On leads: see <a href="/visit/dogs#leads">dogs</a>.</p>'),
      item('tea', 'Is there tea?', '<p>At the lodge.</p>'),
    ]);
  });
  afterAll(async () => {
    remove();
    await test.close();
  });

  const block = uuid();
  const item = (id: string, question: string, answer: string) => ({ id, fields: { question, answer: readHtml(answer) } });
  const value = (items: readonly object[]) => ({
    version: 2,
    type: 'questions',
    typeVersion: 1,
    title: 'Asked often',
    fields: { opening: 'Ask at the lodge.', questions: items, counts: true },
    readers: null,
  });
  const publish = (items: readonly object[], recordId = block) =>
    margit.post('/api/editions', {
      id: uuid(),
      title: 'Questions',
      changes: [
        { recordId, kind: 'block', value: value(items), baseRevisionId: null },
        {
          recordId: uuid(),
          kind: 'placement',
          value: samplePlacement(recordId, '', {}, { where: { all: [{ test: 'depth', levels: 2 } as never] } }),
          baseRevisionId: null,
        },
      ],
      move: { name: 'publish', scheduled: 'keep' },
    });

  it('are as the guide says', () => {
    const guide = readFileSync('docs/extending.md', 'utf8');
    for (const file of ['questions/type.ts', 'depth/test.ts']) expect(guide).toContain(readFileSync(`docs/examples/${file}`, 'utf8'));
  });

  it('are offered, described and refused by what they declare', async () => {
    const { desk } = (await margit.get('/api/session')).json;
    expect(desk.blockTypes.find((type: { name: string }) => type.name === 'questions').fields).toEqual(questions.fields);
    const wrong = await publish([item('a', 'Dogs?', '<p>x</p>'), item('a', '', '<p>y</p>')], uuid());
    const at = '/changes/0/value/fields/questions/1';
    expect(wrong.json.errors).toEqual([
      { pointer: `${at}/fields/question`, detail: 'Must not be empty.' },
      { pointer: `${at}/id`, detail: 'Two items have the same id.' },
    ]);
  });

  it('show on the pages that the test means, and nowhere else', async () => {
    expect(published.status).withContext(published.text).toBe(200);
    const page = (await margit.get('/visit/parking')).text;
    expect(page).toContain(
      '<details id="dogs"><summary>May dogs come?</summary><p>On leads: see <a href="/visit/dogs#leads">dogs</a>.</p>',
    );
    expect(page).toContain('<p>2 answers</p>');
    expect((await margit.get('/visit')).text).not.toContain('May dogs come?');
    const placed = (await margit.get('/api/placements')).json.find((row: { blockId: string }) => row.blockId === block);
    expect([placed.where, placed.pageCount]).toEqual([
      'pages 2 or more levels down',
      test.site.snapshots.at().pages.filter(each => each.depth >= 2).length,
    ]);
    const pages = { write: (id: string) => id, read: (words: string) => words };
    const tree = { any: [{ test: 'depth', levels: 2 } as never, { test: 'type' as const, type: 'news' }] };
    expect(whereFromText(whereText(tree, pages), pages)).toEqual(tree);
  });

  it('are searched, compared and found where they are used', async () => {
    const found = (await margit.get('/api/find?q=lodge%20tea')).json;
    expect(found.map((each: { id: string }) => each.id)).toContain(block);
    const { live } = (await margit.get(`/api/records/${block}`)).json;
    expect(JSON.stringify(live.value)).toContain(test.pageId('/visit/dogs'));
    const dogs = (await margit.get(`/api/records/${test.pageId('/visit/dogs')}/deletion`)).json;
    expect(dogs.takes.join(' ')).toContain('Links to it from “Asked often”');
  });

  it('hold rights against single fields', async () => {
    const fields = questions.fields.map(field => (field.name === 'counts' ? { ...field, changedBy: ['administrator'] } : field));
    changeTypes(test.site, withBlockType(shippedTypes, { ...questions, fields }));
    const edwin = await test.client('edwin');
    const { live } = (await edwin.get(`/api/records/${block}`)).json;
    const save = (part: object) =>
      edwin.post('/api/editions', {
        id: uuid(),
        title: 'x',
        changes: [
          {
            recordId: block,
            kind: 'block',
            value: { ...live.value, fields: { ...live.value.fields, ...part } },
            baseRevisionId: live.revisionId,
          },
        ],
      });
    expect((await save({ counts: false })).json.errors).toEqual([
      { pointer: '/changes/0/value/fields/counts', detail: 'Only administrator may change this.' },
    ]);
    expect((await save({ opening: 'Ask anybody.' })).status).toBe(200);
    const records = async () => (await margit.get(`/api/records/${block}`)).json;
    const [draft] = (await records()).proposals;
    const value = { ...live.value, fields: { ...live.value.fields, counts: false } };
    const path = `/api/proposals/${draft.id}`;
    expect((await margit.put(path, { value, parentRevisionId: draft.headRevisionId })).status).toBe(200);
    // What somebody with the right has written in the draft may stay, and may not be turned back.
    const on = async (counts: boolean) => {
      const { headRevisionId: parentRevisionId } = (await records()).proposals[0];
      return edwin.put(path, { value: { ...value, fields: { ...value.fields, opening: 'Ask.', counts } }, parentRevisionId });
    };
    expect((await on(true)).json.errors).toEqual([{ pointer: '/value/fields/counts', detail: 'Only administrator may change this.' }]);
    expect((await on(false)).status).toBe(200);
    changeTypes(test.site, withBlockType(shippedTypes, questions));
  });

  it('name the fields of both types where a page turns from one to another', async () => {
    const gate = { name: 'gate', label: 'Which gate', kind: 'short text', help: '', most: 40 } as const;
    const pageTypes = new Map([...shippedTypes.pageTypes, ['walk', { name: 'walk', label: 'Walk', version: 1, fields: [gate] }]] as const);
    changeTypes(test.site, { ...withBlockType(shippedTypes, questions), pageTypes });
    const id = test.pageId('/visit/parking');
    const { live } = (await margit.get(`/api/records/${id}`)).json;
    const change = { recordId: id, kind: 'page', value: { ...live.value, type: 'walk', typeVersion: 1, fields: { gate: 'North' } } };
    const edition = {
      id: uuid(),
      title: 'x',
      changes: [{ ...change, baseRevisionId: live.revisionId }],
      move: { name: 'send for review' },
    };
    const [told] = (await margit.post('/api/editions', edition)).json.changes;
    const labels = told.fields.map((each: { label: string }) => each.label);
    expect(labels).toEqual(jasmine.arrayContaining(['Which gate', 'Standfirst', 'Text']));
    expect(labels.some((label: string) => label.startsWith('fields.'))).toBeFalse();
    await margit.move(edition.id, { name: 'withdraw' });
    changeTypes(test.site, withBlockType(shippedTypes, questions));
  });

  it('leave the rest of the site answering when the type is gone', async () => {
    changeTypes(test.site, shippedTypes);
    const answer = await margit.get('/visit/parking');
    expect([answer.status, answer.text.includes('May dogs come?')]).toEqual([200, false]);
    await test.stop();
    await test.start();
    expect(test.site.unreadable.map(each => each.why)).toContain('no type of block “questions” is known here');
    margit = await test.client('margit');
    expect((await margit.get('/visit/parking')).status).toBe(200);
    // As after a start of a program that knows the type.
    await test.stop();
    test.options.registry = withBlockType(shippedTypes, questions);
    await test.start();
    margit = await test.client('margit');
    expect((await margit.get('/visit/parking')).text).toContain('May dogs come?');
  });
});
