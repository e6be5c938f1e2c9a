import { sampleBlock, sampleEdition, samplePlacement } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('an edition on its way', () => {
  const test = new TestSite();
  let editor: TestClient;
  let writer: TestClient;
  let administrator: TestClient;
  beforeAll(async () => {
    await test.open();
    [editor, writer, administrator] = await Promise.all([test.client('edwin'), test.client('bea'), test.client('margit')]);
  });
  afterAll(() => test.close());
  const newBlock = (title: string) => ({ recordId: uuid(), kind: 'block', value: sampleBlock({ title }), baseRevisionId: null });
  const easter = async () =>
    (await editor.post('/api/editions', { id: uuid(), title: 'Easter opening', changes: [newBlock('Eggs')] })).json;
  const titles = (edition: { changes: { title: string }[] }) => edition.changes.map(each => each.title);
  const heads = (edition: { changes: { headRevisionId: string }[] }) => edition.changes.map(each => each.headRevisionId);

  it('takes in what others change, what stands on it too, and goes live as one', async () => {
    const edition = await easter();
    const block = newBlock('Lambs');
    const joined = await writer.post(`/api/editions/${edition.id}/changes`, { changes: [block] });
    expect([joined.status, titles(joined.json)]).toEqual([200, ['Eggs', 'Lambs']]);
    // A placement of a block that is only in the edition yet.
    const placement = {
      recordId: uuid(),
      kind: 'placement',
      value: samplePlacement(block.recordId, test.pageId('/visit')),
      baseRevisionId: null,
    };
    const placed = await editor.post(`/api/editions/${edition.id}/changes`, { changes: [placement] });
    expect([placed.status, placed.json.changes.length]).toEqual([200, 3]);
    const published = await administrator.post(`/api/editions/${edition.id}/moves`, { name: 'publish', decidedOn: heads(placed.json) });
    expect(published.status).withContext(published.text).toBe(200);
    const entries = [block.recordId, placement.recordId].map(id => test.site.ledger.entriesOf(id, 'en-GB').at(-1)!);
    expect(new Set(entries.map(each => `${each.from} ${each.editionId}`))).toEqual(
      new Set([`${published.json.publishedFrom} ${edition.id}`]),
    );
    expect((await writer.post(`/api/editions/${edition.id}/changes`, { changes: [newBlock('Late')] })).status).toBe(409);
  });

  it('holds each record once, and takes nothing that is not fit or not seen', async () => {
    const edition = await easter();
    const [{ recordId, headRevisionId }] = edition.changes;
    const join = (change: object) => writer.post(`/api/editions/${edition.id}/changes`, { changes: [change] });
    const again = await join({ ...newBlock('Eggs'), recordId, baseRevisionId: headRevisionId });
    expect([again.status, again.json.errors[0].pointer]).toEqual([422, '/changes/0/recordId']);
    expect((await join({ ...newBlock('x'), value: { title: '' } })).status).toBe(422);
    expect((await writer.post(`/api/editions/${uuid()}/changes`, { changes: [newBlock('x')] })).status).toBe(404);
    expect((await editor.get(`/api/editions/${edition.id}`)).json.changes.length).toBe(1);
  });

  it('takes in another one whole, with what is said of it; that one is gone then', async () => {
    const edition = await easter();
    const other = (await writer.post('/api/editions', { id: uuid(), title: 'Lambs', changes: [newBlock('Lambs')] })).json;
    const remark = { body: 'How many?', proposalId: other.changes[0].proposalId };
    await editor.post(`/api/editions/${other.id}/remarks`, remark);
    await editor.post(`/api/editions/${other.id}/remarks`, { body: 'Good.' });
    await editor.move(edition.id, { name: 'send for review' });
    const join = (into: string, editionId: string, who = writer) => who.post(`/api/editions/${into}/joined`, { editionId });
    expect((await join(edition.id, edition.id)).json.errors[0].pointer).toBe('/editionId');
    expect((await join(edition.id, uuid())).status).toBe(404);
    // Whoever takes a change along must be its author, or decide over it.
    expect((await join(other.id, edition.id)).status).toBe(403);
    const joined = await join(edition.id, other.id);
    expect([joined.status, titles(joined.json), joined.json.stage]).toEqual([200, ['Eggs', 'Lambs'], 'in review']);
    const remarks = (await editor.get(`/api/editions/${edition.id}/remarks`)).json.map((each: { body: string }) => each.body);
    expect(remarks).toEqual(['How many?', 'Good.']);
    expect((await editor.get(`/api/editions/${other.id}`)).status).toBe(404);
    const listed = await Promise.all(['open', 'ended'].map(stage => editor.get(`/api/editions?stage=${stage}`)));
    expect(listed.flatMap(each => each.json.map((row: { id: string }) => row.id))).not.toContain(other.id);
    expect((await join(edition.id, other.id)).status).toBe(409);
  });

  it('takes in no other that is fit only by itself, or says something of the same words', async () => {
    const one = (await editor.post('/api/editions', sampleEdition(test.pageId('/visit')))).json;
    const [{ recordId, headRevisionId, kind }] = one.changes;
    const same = { recordId, kind, value: sampleBlock({ title: 'Other lamps' }), baseRevisionId: headRevisionId };
    const clashing = (await editor.post('/api/editions', { id: uuid(), title: 'Other', changes: [same] })).json;
    const join = (into: string, editionId: string) => administrator.post(`/api/editions/${into}/joined`, { editionId });
    const refused = await join(one.id, clashing.id);
    expect([refused.status, refused.json.detail]).toEqual([
      409,
      '“Other lamps” is in both. Take it out of one of them first, or bring the two together there.',
    ]);
    const { live } = (await administrator.get(`/api/records/${test.pageId('/visit/low-fleet')}`)).json;
    const ids: string[] = [];
    for (const title of ['Egg hunt', 'Egg races']) {
      const change = { recordId: uuid(), kind: 'page', value: { ...live.value, title, segment: 'eggs' }, baseRevisionId: null };
      const made = await administrator.post('/api/editions', { id: uuid(), title, changes: [change] });
      ids.push(made.json.id as string);
    }
    const twins = await join(ids[0]!, ids[1]!);
    expect([twins.status, twins.json.errors[0].pointer]).toEqual([422, '/editionId']);
    expect((await administrator.get(`/api/editions/${ids[1]}`)).json.changes.length).toBe(1);
  });

  it('is taken apart: what is taken out is a draft of its own, unless what stays needs it', async () => {
    const edition = (await editor.post('/api/editions', { ...sampleEdition(test.pageId('/visit')), move: { name: 'send for review' } }))
      .json;
    const [block, placement] = edition.changes;
    const needed = await editor.post(`/api/proposals/${block.proposalId}/apart`, {});
    expect([needed.status, needed.json.detail]).toEqual([409, '“Moth lamps” needs it, and stays in this edition. Take that out first.']);
    expect((await writer.post(`/api/proposals/${placement.proposalId}/apart`, {})).status).toBe(403);
    const apart = await editor.post(`/api/proposals/${placement.proposalId}/apart`, {});
    expect([apart.status, apart.json.stage, apart.json.changes[0].recordId]).toEqual([200, 'draft', placement.recordId]);
    const rest = (await editor.get(`/api/editions/${edition.id}`)).json;
    expect([rest.stage, titles(rest)]).toEqual(['in review', ['Moth lamps']]);
    expect((await editor.post(`/api/proposals/${block.proposalId}/apart`, {})).status).toBe(409);
    await test.stop();
    await test.start();
    [editor, writer, administrator] = await Promise.all([test.client('edwin'), test.client('bea'), test.client('margit')]);
    expect((await editor.get(`/api/editions/${edition.id}`)).json.changes.length).toBe(1);
    expect((await editor.get(`/api/editions/${apart.json.id}`)).json.changes.length).toBe(1);
  });

  it('is named and wished for anew by whoever made it or may decide, and by nobody else', async () => {
    const edition = await easter();
    const wish = { title: 'Easter', wishedFrom: { local: '2027-03-28T06:00', zone: 'Europe/London' } };
    expect((await writer.put(`/api/editions/${edition.id}`, wish)).status).toBe(403);
    const edited = (await administrator.put(`/api/editions/${edition.id}`, wish)).json;
    expect([edited.title, edited.wishedFrom, edited.mayEdit]).toEqual(['Easter', Date.parse('2027-03-28T05:00Z'), true]);
    expect((await writer.get(`/api/editions/${edition.id}`)).json.mayEdit).toBeFalse();
    expect((await editor.put(`/api/editions/${edition.id}`, { wishedFrom: null })).json.wishedFrom).toBeNull();
    expect((await editor.put(`/api/editions/${edition.id}`, { title: ' ' })).status).toBe(422);
    const log = (await administrator.get(`/api/log?subject=${edition.id}`)).json.entries.map((each: { act: string }) => each.act);
    expect(log).toContain('edit edition');
  });
});
