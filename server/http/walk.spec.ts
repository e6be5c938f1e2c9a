import { readHtml } from '@contract/values';
import type { Rule } from '@core/rule/rule';
import { sampleEdition } from '../testing/samples';
import { setDay, TestSite } from '../testing/test-site';

const zone = 'Europe/London';
const words = 'Lamps are lit at dusk.';

describe('the whole job over the API', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  it('shows what was approved for a moment to the second, on those pages, to those readers, and only then', async () => {
    const [manager, editor, member, anyone] = await Promise.all([
      test.client('ida'),
      test.client('edwin'),
      test.client('nell'),
      test.client(),
    ]);
    const until = '2027-03-25T12:00';
    const rule: Partial<Rule> = {
      where: { any: [{ test: 'within', page: test.pageId('/visit') }], none: [{ test: 'page', page: test.pageId('/visit/skarn-head') }] },
      who: { any: [{ test: 'membership', membership: 'member' }] },
      when: { all: [{ test: 'window', from: null, until: { local: until, zone } }] },
    };
    const edition = sampleEdition(test.pageId('/visit/tern-point'), {}, {}, rule);
    const isShown = async (client = member, path = '/visit/tern-point') => (await client.get(path)).text.includes(words);

    const effect = await manager.post('/api/effect', {
      changes: edition.changes.map(({ recordId, kind, value }) => ({ recordId, kind, value })),
    });
    expect(effect.json[1].label).toBe('Shows on 23 pages until 25 March, 12:00');
    expect(effect.json[1].gained.length).toBe(23);

    const sent = await manager.post('/api/editions', { ...edition, move: { name: 'send for review' } });
    expect([sent.status, sent.json.stage]).toEqual([200, 'in review']);
    expect(sent.json.reviewers).toContain('Edwin Oyelaran');
    expect(await isShown()).toBeFalse();

    const own = await manager.move(edition.id, { name: 'approve' });
    expect(own.status).toBe(403);

    const waiting = await editor.get('/api/editions');
    expect(waiting.json.map((each: { id: string }) => each.id)).toContain(edition.id);
    const times = { from: { local: '2027-03-19T06:00', zone } };
    const approved = await editor.move(edition.id, { name: 'approve', times });
    expect([approved.status, approved.json.stage]).toEqual([200, 'approved']);
    expect(await isShown()).toBeFalse();

    const look = async (moment: number, reader: object) => {
      const view = await editor.post('/api/view', { vantage: { page: test.pageId('/visit/tern-point'), reader, moment } });
      const row = view.json.targets
        .flatMap((target: { rows: object[] }) => target.rows)
        .find((each: { title: string }) => each.title === 'Moth lamps');
      return row.away ? row.away.sentence : 'shows';
    };
    const signedInMember = { signedIn: true, roles: [], memberships: ['member'] };
    expect(await look(setDay, signedInMember)).toContain('goes live on 19 March, 06:00');
    expect(await look(Date.parse('2027-03-19T07:00Z'), signedInMember)).toBe('shows');
    expect(await look(Date.parse('2027-03-19T07:00Z'), { signedIn: false, roles: [], memberships: [] })).toContain('asks for members');

    // The server is down when the moment comes, and nothing is run.
    await test.stop();
    test.now = Date.parse('2027-03-19T05:59:59.999Z');
    await test.start();
    expect(await isShown()).toBeFalse();
    test.now += 1;
    expect(await isShown()).toBeTrue();
    expect(await isShown(member, '/visit/skarn-head')).toBeFalse();
    expect(await isShown(member, '/wildlife')).toBeFalse();
    expect(await isShown(anyone)).toBeFalse();

    test.now = Date.parse(`${until}:00Z`) - 1;
    expect(await isShown()).toBeTrue();
    test.now += 1;
    expect(await isShown()).toBeFalse();
    test.now = setDay;
  });

  it('keeps the live words while new ones are written, and the older can be brought back', async () => {
    const [writer, editor] = await Promise.all([test.client('bea'), test.client('edwin')]);
    const id = test.pageId('/about/people');
    const before = await writer.get(`/api/records/${id}`);
    const { revisionId, value } = before.json.live;
    const change = {
      recordId: id,
      kind: 'page',
      value: { ...value, fields: { ...value.fields, standfirst: 'Nine wardens and a boat.' } },
      baseRevisionId: revisionId,
    };
    const edition = { id: crypto.randomUUID(), title: 'People', changes: [change], move: { name: 'send for review' } };
    const sent = await writer.post('/api/editions', edition);
    expect(sent.json.changes[0].fields.map((field: { label: string }) => field.label)).toEqual(['Standfirst']);
    expect((await writer.get('/about/people')).text).not.toContain('Nine wardens');
    await editor.move(edition.id, { name: 'approve' });
    expect((await writer.get('/about/people')).text).toContain('Nine wardens');

    const after = await writer.get(`/api/records/${id}`);
    expect(after.json.revisions.length).toBe(2);
    const comparison = await writer.get(`/api/compare?before=${revisionId}&after=${after.json.live.revisionId}`);
    expect(comparison.json.changes[0].words.some((word: { kind: string }) => word.kind === 'added')).toBeTrue();
    const restored = await editor.post('/api/editions', {
      id: crypto.randomUUID(),
      title: 'Back',
      changes: [{ ...change, value, baseRevisionId: after.json.live.revisionId }],
      move: { name: 'publish' },
    });
    expect(restored.status).toBe(200);
    expect((await writer.get('/about/people')).text).not.toContain('Nine wardens');
  });

  it('names a page by its id once a link leads to it, and says so where only that changed', async () => {
    const editor = await test.client('edwin');
    const id = test.pageId('/visit/access');
    const { revisionId, value } = (await editor.get(`/api/records/${id}`)).json.live;
    const body = (href: string) => readHtml(`<p>See <a href="${href}">parking</a>.</p>`);
    const save = (fields: object, baseRevisionId: string) =>
      editor.post('/api/editions', {
        id: crypto.randomUUID(),
        title: 'Access',
        changes: [{ recordId: id, kind: 'page', value: { ...value, fields: { ...value.fields, ...fields } }, baseRevisionId }],
        move: { name: 'publish', scheduled: 'keep' },
      });
    expect((await save({ body: body('/visit/parking') }, revisionId)).status).toBe(200);
    const { live } = (await editor.get(`/api/records/${id}`)).json;
    expect(JSON.stringify(live.value.fields.body)).toContain(test.pageId('/visit/parking'));
    expect((await editor.get('/visit/access')).text).toContain('<a href="/visit/parking">parking</a>');
    const other = await save({ body: body('/visit/dogs') }, live.revisionId);
    expect(other.json.changes[0].fields.map((each: { note: string }) => each.note)).toEqual([
      'The words are the same; 1 paragraph is set otherwise, or leads elsewhere.',
    ]);
  });

  it('answers a moment in the past as it really was', async () => {
    const editor = await test.client('edwin');
    const page = test.pageId('/join');
    const standfirst = async (at: string) =>
      /class="standfirst">([^<]*)</.exec((await editor.post('/api/view', { vantage: { page, moment: Date.parse(at) } })).json.html)?.[1];
    expect(await standfirst('2026-09-01T00:00Z')).not.toContain('who comes');
    expect(await standfirst('2027-03-01T00:00Z')).toContain('who comes');
  });

  it('approves nothing over a live version that has moved on, unless somebody has looked', async () => {
    const [writer, editor] = await Promise.all([test.client('bea'), test.client('edwin')]);
    const id = test.pageId('/visit/parking');
    const { revisionId, value } = (await writer.get(`/api/records/${id}`)).json.live;
    const propose = (standfirst: string, name: string) => ({
      id: crypto.randomUUID(),
      title: standfirst,
      changes: [{ recordId: id, kind: 'page', value: { ...value, fields: { ...value.fields, standfirst } }, baseRevisionId: revisionId }],
      move: { name },
    });
    const waiting = propose('£5 a day.', 'send for review');
    await writer.post('/api/editions', waiting);
    await editor.post('/api/editions', propose('£6 a day.', 'publish'));
    const refused = await editor.move(waiting.id, { name: 'approve' });
    expect([refused.status, refused.json.code]).toEqual([409, 'live-moved']);
    const accepted = await editor.move(waiting.id, { name: 'approve', acceptsMovedBase: true });
    expect(accepted.status).toBe(200);
  });

  it('takes something off, and says beforehand from how many pages', async () => {
    const administrator = await test.client('margit');
    const row = test.site.snapshots.at().placements.find(each => each.value.blockId === test.blockId('Tide line'))!;
    const base = (await administrator.get(`/api/records/${row.id}`)).json.live.revisionId;
    const change = { recordId: row.id, kind: 'placement', value: null, retires: true };
    const effect = await administrator.post('/api/effect', { changes: [change] });
    expect(effect.json[0].label).toBe('Takes it off 57 pages');
    await administrator.post('/api/editions', {
      id: crypto.randomUUID(),
      title: 'Off',
      changes: [{ ...change, baseRevisionId: base }],
      move: { name: 'publish' },
    });
    expect((await administrator.get('/visit')).text).not.toContain('tide line on');
    expect((await administrator.get(`/api/records/${row.id}`)).json.status).toBe('retired');
  });
});
