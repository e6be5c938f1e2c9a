import { readHtml } from '@contract/values';
import type { PageValue } from '@core/page/page';
import type { Rule } from '@core/rule/rule';
import { sampleBlock, sampleEdition, samplePlacement } from '../testing/samples';
import { TestSite, type TestAnswer, type TestClient } from '../testing/test-site';

const zone = 'Europe/London';
const at = (local: string) => ({ local, zone });
const uuid = () => crypto.randomUUID();

describe('publishing', () => {
  const test = new TestSite();
  let administrator: TestClient;
  let manager: TestClient;
  let editor: TestClient;
  let saskia: TestClient;
  beforeAll(async () => {
    await test.open();
    [administrator, manager, editor, saskia] = await Promise.all([
      test.client('margit'),
      test.client('ida'),
      test.client('edwin'),
      test.client('saskia'),
    ]);
  });
  afterAll(() => test.close());

  type AnyChange = { recordId: string; kind: string; value?: unknown; retires?: boolean; baseRevisionId: string | null };
  const edition = (changes: readonly AnyChange[], move?: object) => ({ id: uuid(), title: 'A change', changes, ...(move ? { move } : {}) });
  const publish = (client: TestClient, changes: readonly AnyChange[], part: object = {}): Promise<TestAnswer> =>
    client.post('/api/editions', edition(changes, { name: 'publish', ...part }));
  const liveOf = async (id: string) => (await administrator.get(`/api/records/${id}`)).json.live as { revisionId: string; value: never };
  const pageChange = async (path: string, fields: PageValue['fields'], part: Partial<PageValue> = {}): Promise<AnyChange> => {
    const recordId = test.pageId(path);
    const { revisionId, value } = await liveOf(recordId);
    return {
      recordId,
      kind: 'page',
      value: { ...(value as PageValue), fields: { ...(value as PageValue).fields, ...fields }, ...part },
      baseRevisionId: revisionId,
    };
  };
  const newPage = (parent: string, segment: string): AnyChange => {
    const sample = test.site.snapshots.at().pageByPath.get('/visit/parking')!.value;
    return {
      recordId: uuid(),
      kind: 'page',
      value: { ...sample, title: segment, parentId: test.pageId(parent), segment },
      baseRevisionId: null,
    };
  };
  const standfirst = async (path: string, moment: string) => {
    const view = await editor.post('/api/view', { vantage: { page: test.pageId(path), moment: Date.parse(moment) } });
    return /class="standfirst">([^<]*)</.exec(view.json.html)?.[1];
  };

  describe('over something planned', () => {
    const plan = async (path: string, from: string, until: string | null = null) => {
      const summer = await pageChange(path, { standfirst: 'Open in summer.' });
      const times = { from: at(from), until: until && at(until) };
      expect((await publish(editor, [summer], { times })).status).toBe(200);
      return summer.recordId;
    };

    it('asks what becomes of it, and names both ways', async () => {
      const id = await plan('/visit/parking', '2027-03-29T00:00');
      const mended = await pageChange('/visit/parking', { standfirst: 'Mended.' });
      const asked = await publish(editor, [mended]);
      expect([asked.status, asked.json.code, asked.json.choices]).toEqual([409, 'schedule-covered', ['carry', 'keep', 'cancel']]);
      expect(asked.json.covers[0]).toEqual(jasmine.objectContaining({ recordId: id, at: Date.parse('2027-03-28T23:00Z') }));
      const check = (await editor.post('/api/expectations/check', { changes: [{ recordId: id, kind: 'page', value: mended.value }] })).json;
      expect(check.covers.map((each: { words: string }) => each.words)).toEqual(['“Parking” changes on 29 March.']);
    });

    it('keeps it: the new words end where it begins and come back where it ends', async () => {
      await plan('/visit/dogs', '2027-03-29T00:00', '2027-04-05T00:00');
      const mended = await pageChange('/visit/dogs', { standfirst: 'Mended.' });
      expect((await publish(editor, [mended], { scheduled: 'keep' })).status).toBe(200);
      expect(await standfirst('/visit/dogs', '2027-03-20T00:00Z')).toBe('Mended.');
      expect(await standfirst('/visit/dogs', '2027-03-28T23:00Z')).toBe('Open in summer.');
      expect(await standfirst('/visit/dogs', '2027-04-04T23:00Z')).toBe('Mended.');
      const record = (await editor.get(`/api/records/${mended.recordId}`)).json;
      expect(record.nextChange).toBe(Date.parse('2027-03-28T23:00Z'));
      expect(record.revisions.map((each: { mark: string }) => each.mark)).toContain('scheduled');
    });

    it('cancels it: nothing says any more that it will come', async () => {
      const id = await plan('/visit/causeway-crossing', '2027-06-01T00:00');
      const mended = await pageChange('/visit/causeway-crossing', { standfirst: 'Mended.' });
      const done = await publish(editor, [mended], { scheduled: 'cancel' });
      expect([done.status, await standfirst('/visit/causeway-crossing', '2027-07-01T00:00Z')]).toEqual([200, 'Mended.']);
      const record = (await editor.get(`/api/records/${id}`)).json;
      expect([record.nextChange, record.revisions.some((each: { mark: string }) => each.mark === 'scheduled')]).toEqual([null, false]);
    });

    it('asks too when only an end was planned', async () => {
      const warm = await pageChange('/about', { standfirst: 'For a week.' });
      await publish(editor, [warm], { times: { until: at('2027-03-25T00:00'), afterwards: 'earlier' } });
      const asked = await publish(editor, [await pageChange('/about', { standfirst: 'For good.' })]);
      expect(asked.json.code).toBe('schedule-covered');
    });

    it('takes off what is only planned, and what is only a draft', async () => {
      const blockId = uuid();
      const placementId = uuid();
      const both = [
        { recordId: blockId, kind: 'block', value: sampleBlock({ title: 'Planned lamps' }), baseRevisionId: null },
        { recordId: placementId, kind: 'placement', value: samplePlacement(blockId, test.pageId('/visit')), baseRevisionId: null },
      ];
      expect((await publish(administrator, both, { times: { from: at('2027-05-01T00:00') } })).status).toBe(200);
      const off = [{ recordId: placementId, kind: 'placement', retires: true, baseRevisionId: null }];
      expect((await publish(administrator, off)).json.code).toBe('schedule-covered');
      expect((await publish(administrator, off, { scheduled: 'cancel' })).status).toBe(200);
      expect((await administrator.get(`/api/records/${placementId}`)).json.status).toBe('retired');
      const draft = uuid();
      await manager.post(
        '/api/editions',
        edition([{ recordId: draft, kind: 'block', value: sampleBlock({ title: 'Draft lamps' }), baseRevisionId: null }]),
      );
      const gone = await publish(administrator, [{ recordId: draft, kind: 'block', retires: true, baseRevisionId: null }]);
      expect([gone.status, (await administrator.get(`/api/records/${draft}`)).json.status]).toEqual([200, 'retired']);
    });

    it('says of an approved take-off since when it is off', async () => {
      const { recordId, baseRevisionId } = await pageChange('/schools/resources', {});
      const done = await publish(administrator, [{ recordId, kind: 'page', retires: true, baseRevisionId }]);
      expect([done.json.takesOff, done.json.publishedFrom]).toEqual([true, test.now]);
    });
  });

  describe('with four eyes', () => {
    const send = async () => {
      const made = sampleEdition(test.pageId('/visit'));
      return (await manager.post('/api/editions', { ...made, move: { name: 'send for review' } })).json;
    };

    it('counts whoever wrote onto a proposal, not only whoever began it', async () => {
      const { id, changes } = await send();
      const placement = changes[1];
      const saved = await editor.put(`/api/proposals/${placement.proposalId}`, {
        value: { ...placement.value, reason: 'Mine now.' },
        parentRevisionId: placement.headRevisionId,
      });
      expect(saved.status).toBe(200);
      expect((await editor.move(id, { name: 'approve' })).status).toBe(403);
      expect((await editor.get(`/api/editions/${id}`)).json.moves).not.toContain('approve');
      expect((await administrator.move(id, { name: 'approve' })).status).toBe(200);
    });

    it('decides on no words that the reviewer has not seen, and shows them', async () => {
      const { id, changes } = await send();
      const decidedOn = changes.map((each: { headRevisionId: string }) => each.headRevisionId);
      await manager.put(`/api/proposals/${changes[0].proposalId}`, {
        value: sampleBlock({ title: 'Quietly other' }),
        parentRevisionId: changes[0].headRevisionId,
      });
      const refused = await editor.post(`/api/editions/${id}/moves`, { name: 'approve', decidedOn });
      expect([refused.status, refused.json.code, refused.json.changed[0].title]).toEqual([409, 'stale', 'Quietly other']);
      expect(refused.json.changed[0].fields.map((each: { label: string }) => each.label)).toEqual(['Title']);
      expect((await editor.post(`/api/editions/${id}/moves`, { name: 'approve' })).status).toBe(422);
    });
  });

  describe('within sections', () => {
    const refusedFor = async (changes: readonly AnyChange[]) => {
      const answer = await publish(saskia, changes);
      return [answer.status, answer.json.detail?.replace(/ or .*| can\..*/, '')];
    };

    it('lets an editor publish what stays inside', async () => {
      expect((await publish(saskia, [await pageChange('/visit/parking', { standfirst: '£5.' })], { scheduled: 'keep' })).status).toBe(200);
      expect((await publish(saskia, [newPage('/visit', 'tea-room')])).status).toBe(200);
    });

    it('holds rights against every page that an act of any kind reaches', async () => {
      const page = await pageChange('/join', { standfirst: 'Mine.' });
      expect(await refusedFor([page])).toEqual([403, 'It reaches pages outside your sections: Join. Edwin Oyelaran']);
      expect((await refusedFor([newPage('/about', 'mine')]))[0]).toBe(403);
      expect((await refusedFor([await pageChange('/about/people', {}, { parentId: test.pageId('/visit') })]))[0]).toBe(403);
      expect((await refusedFor([await pageChange('/join/members', {}, { readers: {} })]))[0]).toBe(403);
      expect((await refusedFor([{ recordId: page.recordId, kind: 'page', retires: true, baseRevisionId: page.baseRevisionId }]))[0]).toBe(
        403,
      );
      const tide = test.blockId('Tide line');
      const live = await liveOf(tide);
      const words = {
        recordId: tide,
        kind: 'block',
        value: { ...(live.value as object), title: 'Tides' },
        baseRevisionId: live.revisionId,
      };
      expect((await refusedFor([words]))[0]).toBe(403);
      expect((await refusedFor([{ ...words, value: null, retires: true }]))[0]).toBe(403);
    });

    it('counts readers who bring a parameter, service pages, pages in draft and insets elsewhere', async () => {
      const holder = uuid();
      const inset = uuid();
      const body = `<p>x</p><div data-inset="${inset}"></div>`;
      const text = (title: string, words: string) => sampleBlock({ type: 'rich text', title, fields: { body: readHtml(words) } });
      const joined = await publish(administrator, [
        { recordId: inset, kind: 'block', value: text('Kept once', '<p>y</p>'), baseRevisionId: null },
        { recordId: holder, kind: 'block', value: text('Holder', body), baseRevisionId: null },
        { recordId: uuid(), kind: 'placement', value: samplePlacement(holder, test.pageId('/join')), baseRevisionId: null },
      ]);
      expect(joined.status).toBe(200);
      const live = await liveOf(inset);
      const change = { recordId: inset, kind: 'block', value: text('Kept once', '<p>z</p>'), baseRevisionId: live.revisionId };
      expect((await refusedFor([change]))[0]).toBe(403);

      const draft = newPage('/join', 'in-draft');
      await manager.post('/api/editions', edition([draft]));
      const wheres: readonly Rule['where'][] = [
        {
          all: [
            { test: 'page', page: test.pageId('/join') },
            { test: 'query', name: 'ref', value: 'x' },
          ],
        },
        { any: [{ test: 'service page' }] },
        { any: [{ test: 'page', page: draft.recordId }] },
      ];
      for (const where of wheres) {
        const sent = sampleEdition(test.pageId('/visit'), {}, {}, { where });
        expect((await manager.post('/api/editions', { ...sent, move: { name: 'send for review' } })).status).toBe(200);
        for (const name of ['approve', 'return', 'decline'])
          expect((await saskia.move(sent.id, { name, remark: 'x' })).status)
            .withContext(`${name} ${JSON.stringify(where)}`)
            .toBe(403);
        expect((await saskia.post('/api/expectations/check', { withEditions: [sent.id] })).json.beyond).toContain('outside your sections');
      }
    });
  });

  describe('against what comes later', () => {
    it('refuses two pages at one address, whenever they would meet', async () => {
      expect((await publish(editor, [newPage('/visit', 'boathouse')], { times: { from: at('2027-06-01T00:00') } })).status).toBe(200);
      const twin = await publish(editor, [newPage('/visit', 'boathouse')]);
      expect([twin.status, twin.json.errors[0].pointer]).toEqual([422, '/changes/0/value/segment']);
      const brief = await publish(editor, [newPage('/visit', 'boathouse')], {
        times: { until: at('2027-05-31T00:00'), afterwards: 'nothing' },
      });
      expect(brief.status).toBe(200);
      test.now = Date.parse('2027-06-02T00:00Z');
      const address = (await (await test.client()).get('/visit/boathouse')).status;
      test.now = Date.parse('2027-03-18T09:40Z');
      expect(address).toBe(200);
    });

    it('lets nobody take the front page off, move it, or let it end', async () => {
      const front = await pageChange('/', {});
      for (const [change, part] of [
        [{ ...front, value: null, retires: true }, {}],
        [{ ...front, value: { ...(front.value as object), parentId: test.pageId('/visit'), segment: 'old-front' } }, {}],
        [front, { times: { until: at('2027-05-01T00:00'), afterwards: 'nothing' } }],
      ] as const)
        expect((await publish(administrator, [change], part)).status).toBe(422);
      expect((await (await test.client()).get('/')).status).toBe(200);
    });

    it('judges expectations only for as long as a publication lasts', async () => {
      const { id, value, revisionId } = (await manager.get('/api/placements')).json.find(
        (each: { title: string }) => each.title === 'Safe crossing times',
      );
      const change = { recordId: id, kind: 'placement', value: { ...value, off: true }, baseRevisionId: revisionId };
      const times = { from: at('2027-05-01T00:00'), until: at('2027-05-02T00:00'), afterwards: 'earlier' };
      const check = (await manager.post('/api/expectations/check', { changes: [{ ...change, baseRevisionId: undefined }], times })).json;
      expect(check.broken.length).toBeGreaterThan(0);
      for (const each of check.broken)
        expect([each.from, each.until]).toEqual([Date.parse('2027-04-30T23:00Z'), Date.parse('2027-05-01T23:00Z')]);
    });
  });
});
