import { textOfParagraphs } from '@core/rich-text/document';
import { readHtml } from '@contract/values';
import type { ExpectationValue } from '@core/expectation/expectation';
import { everywhere, type Rule } from '@core/rule/rule';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { sampleBlock, sampleEdition, samplePlacement } from '../testing/samples';
import { TestSite, type TestAnswer, type TestClient } from '../testing/test-site';

const zone = 'Europe/London';
const uuid = () => crypto.randomUUID();
const sharing = (part: Partial<SharedRuleValue> = {}, rule: Partial<Rule> = {}): SharedRuleValue => ({
  version: 1,
  title: 'Only in the season',
  reason: 'The by-law says so.',
  rule: { ...everywhere, ...rule },
  ...part,
});
const added = (kind: string, recordId: string, value: unknown) => ({ recordId, kind, value, baseRevisionId: null });
const pointers = (answer: TestAnswer) => (answer.json.errors as { pointer: string }[]).map(each => each.pointer);

describe('assembling over the API', () => {
  const test = new TestSite();
  let manager: TestClient;
  let editor: TestClient;
  let administrator: TestClient;
  beforeAll(async () => {
    await test.open();
    [manager, editor, administrator] = await Promise.all([test.client('ida'), test.client('edwin'), test.client('margit')]);
  });
  afterAll(() => test.close());

  const save = (client: TestClient, title: string, changes: readonly object[], move?: object) =>
    client.post('/api/editions', { id: uuid(), title, changes, move });
  const publish = (title: string, changes: readonly object[], part: object = {}) =>
    save(administrator, title, changes, { name: 'publish', ...part });
  const liveOf = async (id: string) => (await administrator.get(`/api/records/${id}`)).json.live as { revisionId: string; value: never };

  describe('shared rules', () => {
    const rule = uuid();
    const [block, placement] = [uuid(), uuid()];
    const follows: Partial<Rule> = { where: {}, follows: [rule] };

    beforeAll(async () => {
      const within = { any: [{ test: 'within' as const, page: test.pageId('/visit/tern-point') }] };
      const saved = await publish('A rule', [
        added('shared rule', rule, sharing({}, { where: within })),
        added('block', block, sampleBlock({ title: 'Lantern walk' })),
        added('placement', placement, samplePlacement(block, test.pageId('/visit'), {}, follows)),
      ]);
      expect(saved.status).toBe(200);
    });

    it('govern what follows them, and an edit says what it does to all before it is saved', async () => {
      const row = (await manager.get('/api/shared-rules')).json.find((each: { id: string }) => each.id === rule);
      expect([row.title, row.governs.map((each: { title: string; pageCount: number }) => [each.title, each.pageCount])]).toEqual([
        'Only in the season',
        [['Lantern walk', 3]],
      ]);
      const wider = sharing({}, { where: { any: [{ test: 'within', page: test.pageId('/visit') }] } });
      const effect = await manager.post('/api/effect', { changes: [{ recordId: rule, kind: 'shared rule', value: wider }] });
      expect(effect.json[0].label).toBe('Governs 1 placement: gains 21 pages');
    });

    it('are not taken off while something follows them, unless it is settled in the same step', async () => {
      const { revisionId } = await liveOf(rule);
      const retire = { recordId: rule, kind: 'shared rule', retires: true, baseRevisionId: revisionId };
      const refused = await save(manager, 'Off', [retire]);
      expect(refused.status).toBe(422);
      expect(refused.json.errors[0].detail).toContain('“Lantern walk” still follows it');
      const placed = await liveOf(placement);
      const settled = {
        recordId: placement,
        kind: 'placement',
        value: samplePlacement(block, test.pageId('/visit')),
        baseRevisionId: placed.revisionId,
      };
      expect((await save(manager, 'Off and settled', [retire, settled])).status).toBe(200);
    });

    it('refuse loops by name, and rules that are not there', async () => {
      const [one, two] = [uuid(), uuid()];
      const loop = await save(manager, 'Round', [
        added('shared rule', one, sharing({ title: 'One' }, { follows: [two] })),
        added('shared rule', two, sharing({ title: 'Two' }, { follows: [one] })),
      ]);
      expect(loop.status).toBe(422);
      expect(loop.json.errors[0].detail).toBe('This makes a loop: “Two” → “One” → “Two”.');
      expect(pointers(await save(manager, 'Gone', [added('shared rule', one, sharing({}, { follows: [two] }))]))).toContain(
        '/changes/0/value/rule/follows/0',
      );
    });
  });

  describe('expectations', () => {
    const crossing = () => test.blockId('Safe crossing times');

    it('stop a change that breaks one, and say which, where and when before it is made', async () => {
      const placements = (await manager.get('/api/placements')).json as {
        id: string;
        blockId: string;
        value: object;
        revisionId: string;
      }[];
      const { id, value, revisionId } = placements.find(each => each.blockId === crossing())!;
      const change = { recordId: id, kind: 'placement', value: { ...value, off: true } };
      const check = await editor.post('/api/expectations/check', { changes: [change] });
      expect(check.json.broken.map((each: { words: string }) => each.words)).toEqual([
        '“Safe crossing times” does not show on 2 pages, to signed-out readers, now.',
      ]);
      const refused = await publish('Off', [{ ...change, baseRevisionId: revisionId }]);
      expect([refused.status, refused.json.code]).toEqual([409, 'expectation-broken']);
      const accepted = await publish('Off', [{ ...change, baseRevisionId: revisionId }], {
        acceptsBroken: 'The causeway is closed for works.',
      });
      expect(accepted.status).toBe(200);
      expect(accepted.json.history[0].remark).toContain('Went ahead: The causeway is closed for works.');
      const broken = (await manager.get('/api/expectations')).json.filter((each: { breaches: unknown[] }) => each.breaches.length > 0);
      expect(broken.map((each: { sentence: string }) => each.sentence)).toContain(
        '“Safe crossing times” shows on Tern Point and Crossing the causeway, to anyone, at any time.',
      );
      const health = (await manager.get('/api/health')).json.findings[0];
      expect([health.kind, health.sentence]).toEqual(['expectation broken', jasmine.stringContaining('Not kept now, on 2 pages')]);
      const { revisionId: now } = await liveOf(id);
      const back = await publish('On again', [{ ...change, value, baseRevisionId: now }]);
      expect(back.status).toBe(200);
    });

    it('are kept or broken as the site is read in the language that they speak of', async () => {
      const value: ExpectationValue = {
        version: 1,
        subject: { kind: 'blocks', blockIds: [crossing()] },
        claim: 'shows',
        count: 0,
        where: { any: [{ test: 'page', page: test.pageId('/visit/tern-point') }] },
        who: {},
        when: {},
        locale: 'cy',
        reason: '',
      };
      const id = uuid();
      expect(pointers(await publish('x', [added('expectation', id, { ...value, locale: 'it' })]))).toEqual(['/changes/0/value/locale']);
      expect((await publish('In Welsh too', [added('expectation', id, value)])).status).toBe(200);
      const rowOf = async () => (await manager.get('/api/expectations')).json.find((each: { id: string }) => each.id === id);
      expect([(await rowOf()).sentence, (await rowOf()).breaches]).toEqual([
        '“Safe crossing times” shows on Tern Point in Cymraeg, to anyone, at any time.',
        [],
      ]);
      // Left out of Welsh it is missing there, and nowhere else.
      const out = { recordId: crossing(), kind: 'block', locale: 'cy', retires: true, baseRevisionId: null };
      const { live } = (await administrator.get(`/api/records/${crossing()}/words?locale=cy`)).json;
      const left = (part: object) => publish('Not in Welsh', [{ ...out, baseRevisionId: live?.revisionId ?? null }], part);
      const refused = await left({});
      expect([refused.status, refused.json.broken?.map((each: { words: string }) => each.words)]).toEqual([
        409,
        ['“Safe crossing times” does not show on Tern Point in Cymraeg, to signed-out readers, now.'],
      ]);
      expect((await left({ acceptsBroken: 'Nobody has said it in Welsh yet.' })).status).toBe(200);
      expect((await rowOf()).breaches.length).toBe(1);
      expect((await manager.get('/api/health')).json.findings[0].kind).toBe('expectation broken');
    });

    it('are told of to editors, who cannot go on', async () => {
      const value: ExpectationValue = {
        version: 1,
        subject: { kind: 'blocks', blockIds: [crossing()] },
        claim: 'at least',
        count: 0,
        where: {},
        who: {},
        when: {},
        reason: '',
      };
      expect((await save(editor, 'x', [added('expectation', uuid(), value)])).status).toBe(403);
      expect(
        pointers(
          await save(manager, 'x', [
            added('expectation', uuid(), { ...value, subject: { kind: 'region', name: 'attic' }, claim: 'at most' }),
          ]),
        ),
      ).toEqual(['/changes/0/value/subject/name']);
    });
  });

  describe('insets', () => {
    const [warning, holder] = [uuid(), uuid()];
    const body = (id: string) => ({ type: 'rich text', fields: { body: readHtml(`<p>Mind this.</p><div data-inset="${id}"></div>`) } });

    beforeAll(async () => {
      const placement = added('placement', uuid(), samplePlacement(holder, test.pageId('/schools/resources')));
      const saved = await publish('Inset', [
        added('block', warning, sampleBlock({ title: 'Deep mud' })),
        added('block', holder, sampleBlock({ title: 'Holder', ...body(warning) })),
        placement,
      ]);
      expect(saved.status).toBe(200);
    });

    it('show in place, wherever the text shows, and are counted where they are used', async () => {
      const { text } = await (await test.client()).get('/schools/resources');
      expect(text).toMatch(/<p>Mind this\.<\/p><div class="inset">[\s\S]*Lamps are lit at dusk/);
      const record = (await manager.get(`/api/records/${warning}`)).json;
      expect([record.insetIn.map((each: { title: string }) => each.title), record.pagesChanged.length]).toEqual([['Holder'], 1]);
    });

    it('lead staff from the public page to where they are written, at the moment that is looked at', async () => {
      const at = `/schools/resources?almanac-at=${encodeURIComponent('2027-05-01T09:00')}`;
      const [now, then] = [(await manager.get('/schools/resources')).text, (await manager.get(at)).text];
      expect(now).toContain(`data-inset-block="${warning}" data-title="Deep mud"`);
      expect([now.includes('As it is on'), then.includes('As it is on Sat 1 May, 09:00')]).toEqual([false, true]);
      expect((await manager.get('/schools/resources?almanac-at=2020-05-01T09:00')).status).toBe(404);
      expect((await (await test.client()).get(at)).text).not.toContain('As it is on');
    });

    it('are silent to readers when they are not live, and marked for editors', async () => {
      const { revisionId, value } = await liveOf(warning);
      await publish('Mud gone', [{ recordId: warning, kind: 'block', retires: true, baseRevisionId: revisionId }]);
      expect((await (await test.client()).get('/schools/resources')).text).not.toContain('inset');
      const view = await editor.post('/api/view', { vantage: { page: test.pageId('/schools/resources') } });
      expect(view.json.html).toContain('inset-missing');
      const health = (await manager.get('/api/health')).json.findings as { kind: string }[];
      expect(health.map(each => each.kind)).toContain('inset missing');
      await publish('Mud again', [{ recordId: warning, kind: 'block', value, baseRevisionId: revisionId }]);
    });

    it('are refused when they form a loop, also when two drafts only form it together', async () => {
      const [one, two] = [uuid(), uuid()];
      const first = await publish('One and two', [
        added('block', one, sampleBlock({ title: 'One', type: 'rich text', fields: { body: readHtml('<p>a</p>') } })),
        added('block', two, sampleBlock({ title: 'Two', type: 'rich text', fields: { body: readHtml('<p>b</p>') } })),
      ]);
      expect(first.status).toBe(200);
      const [liveOne, liveTwo] = [await liveOf(one), await liveOf(two)];
      const draft = async (id: string, title: string, held: string, base: string) =>
        (
          await save(administrator, title, [
            { recordId: id, kind: 'block', value: sampleBlock({ title, ...body(held) }), baseRevisionId: base },
          ])
        ).json.id as string;
      const draftOne = await draft(one, 'One', two, liveOne.revisionId);
      const draftTwo = await draft(two, 'Two', one, liveTwo.revisionId);
      const later = { from: { local: '2027-04-02T00:00', zone } };
      expect((await administrator.move(draftOne, { name: 'publish', times: later })).status).toBe(200);
      const refused = await administrator.move(draftTwo, { name: 'publish' });
      expect([refused.status, refused.json.errors[0].detail]).toEqual([422, 'This makes a loop: “Two” and “One” would hold one another.']);
      const self = await save(administrator, 'Self', [
        { recordId: one, kind: 'block', value: sampleBlock({ title: 'One', ...body(one) }), baseRevisionId: liveOne.revisionId },
      ]);
      expect(self.json.errors[0].detail).toBe('“One” would hold itself.');
    });

    it('let nothing else through, in HTML of an older version', async () => {
      const body = '<div data-inset="x" onclick="alert(1)">words</div><div data-inset="../x"></div><p>kept</p>';
      const sneaky = { version: 1, type: 'rich text', title: 'Sneaky', fields: { body }, readers: null };
      const saved = await save(manager, 'x', [added('block', uuid(), sneaky)]);
      expect(saved.json.changes[0].value.fields.body).toEqual(textOfParagraphs('words', 'kept'));
    });
  });

  describe('limits', () => {
    it('keep types and roles out of regions', async () => {
      const strip = sampleEdition(
        test.pageId('/visit'),
        { type: 'rich text', fields: { body: readHtml('<p>x</p>') } },
        { target: { kind: 'region', name: 'notice-strip' } },
      );
      const refused = await manager.post('/api/editions', strip);
      expect(refused.json.errors[0]).toEqual({ pointer: '/changes/1/value/target/name', detail: 'Notice strip holds notice only.' });
      const foot = await editor.post(
        '/api/editions',
        sampleEdition(test.pageId('/visit'), {}, { target: { kind: 'region', name: 'site-foot' } }),
      );
      expect(foot.json.errors[0].detail).toBe('Only manager or administrator may place in site foot.');
    });

    it('are set by managers, checked, and hold at once', async () => {
      const { limits: known } = test.site.settings;
      expect((await editor.put('/api/limits', {})).status).toBe(403);
      expect(
        pointers(await manager.put('/api/limits', { attic: { most: 1 }, main: { types: ['hologram'] }, aside: { least: 3, most: 2 } })),
      ).toEqual(['/attic', '/main/types/0', '/aside/most']);
      expect((await manager.putLimits({ ...known, main: { most: 1 } })).status).toBe(200);
      const view = await editor.post('/api/view', { vantage: { page: test.pageId('/visit/tern-point') } });
      const main = view.json.targets.find((each: { name: string }) => each.name === 'main').rows as {
        number: number | null;
        away: { step: string } | null;
      }[];
      expect(main.filter(row => row.number !== null).length).toBe(1);
      expect(main.map(row => row.away?.step)).toContain('limit');
      expect((await manager.putLimits(known)).status).toBe(200);
    });

    it('are never set over those that somebody else has set meanwhile', async () => {
      const { limits: known } = test.site.settings;
      const tag = (await manager.get('/api/session')).json.desk.limitsTag as string;
      expect((await manager.putLimits({ ...known, main: { most: 3 } })).status).toBe(200);
      expect((await manager.put('/api/limits', { ...known, main: { most: 5 } })).status).toBe(428);
      const late = await manager.put('/api/limits', { ...known, main: { most: 5 } }, { 'if-match': tag });
      expect([late.status, late.json.code, late.json.theirs.limits.main]).toEqual([412, 'changed-meanwhile', { most: 3 }]);
      const again = await manager.put('/api/limits', { ...known, main: { most: 5 } }, { 'if-match': late.json.theirs.tag });
      expect(again.status).toBe(200);
      expect((await manager.putLimits(known)).status).toBe(200);
    });
  });

  describe('reach', () => {
    it('answers with a change in hand, as JSON and as comma-separated values', async () => {
      const { id } = (await manager.get('/api/placements')).json.find((each: { title: string }) => each.title === 'Nesting closure');
      const { value } = await liveOf(id);
      const changed = {
        ...(value as { rule: Rule }),
        rule: { ...(value as { rule: Rule }).rule, when: {}, where: { any: [{ test: 'page', page: test.pageId('/join') }] } },
      };
      const body = { placements: [id], changes: [{ recordId: id, kind: 'placement', value: changed }] };
      const reach = (await manager.post('/api/reach', body)).json;
      const at = reach.pages.findIndex((each: { path: string }) => each.path === '/join');
      expect([reach.placements[0].cells.charAt(at), reach.placements[0].shown, reach.placements[0].life]).toEqual(['+', 1, '1 page now']);
      const csv = await manager.post('/api/reach', body, { accept: 'text/csv' });
      expect(csv.headers.get('content-type')).toContain('text/csv');
      expect(csv.text.split('\r\n')[0]).toBe('Page,Path,Nesting closure (Notice strip)');
      expect(csv.text).toContain('Join,/join,gains');
    });

    it('says why, and what would turn it', async () => {
      const { id } = (await manager.get('/api/placements')).json.find((each: { title: string }) => each.title === 'Nesting closure');
      const why = (await editor.post('/api/why', { placementId: id, vantage: { page: test.pageId('/join') } })).json;
      expect([why.shows, why.steps.at(-1).step, why.remedies[0].words]).toEqual([
        false,
        'where',
        'Add “Join” to its rule. After that it is still away: ended 31 August 2026, back 1 April.',
      ]);
      const turned = (
        await editor.post('/api/why', {
          placementId: id,
          vantage: { page: test.pageId('/join'), moment: Date.parse('2027-05-01T00:00Z') },
          changes: [{ recordId: id, kind: 'placement', value: why.remedies[0].value }],
        })
      ).json;
      expect(turned.shows).toBeTrue();
    });
  });

  it('gives a placement a ground of its own, unless its words could not be read on it', async () => {
    const [block, placement] = [uuid(), uuid()];
    const on = (ground: object) =>
      publish('A ground', [
        added('block', block, sampleBlock({ type: 'rich text', title: 'Grounded', fields: { body: textOfParagraphs('On thrift.') } })),
        added('placement', placement, { ...samplePlacement(block, test.pageId('/about')), ground }),
      ]);
    const dim = await on({ ground: 'thrift', ink: 'sand' });
    expect(pointers(dim)).toEqual(['/changes/1/value/ground/ink']);
    expect(dim.json.errors[0].detail).toMatch(/^Words in sand on thrift have 1\.\d : 1; they need 4\.5 : 1/);
    expect(pointers(await on({ ground: 'neon', ink: 'slate' }))).toEqual(['/changes/1/value/ground/ground']);
    expect((await on({ ground: 'thrift', ink: 'slate' })).status).toBe(200);
    expect((await administrator.get('/about')).text).toMatch(/data-ground style="--own-ground: #f3d9de; --own-ink: #14252b"/);
  });

  it('asks somebody who may, when a placement reaches beyond a person’s sections', async () => {
    const saskia = await test.client('saskia');
    const within = sampleEdition(test.pageId('/visit'));
    const beyond = sampleEdition(test.pageId('/join'));
    for (const each of [within, beyond]) await manager.post('/api/editions', { ...each, move: { name: 'send for review' } });
    const approve = (id: string) => saskia.move(id, { name: 'approve' });
    expect((await approve(within.id)).status).toBe(200);
    const refused = await approve(beyond.id);
    expect([refused.status, refused.json.detail]).toEqual([
      403,
      'It reaches pages outside your sections: Join. Edwin Oyelaran or Margit Halloran can.',
    ]);
    expect((await saskia.get(`/api/editions/${beyond.id}`)).json.moves).not.toContain('approve');
  });

  it('shows a query’s own page to those who bring it, and caches the two apart', async () => {
    const edition = sampleEdition(
      test.pageId('/join'),
      {},
      {},
      {
        where: {
          all: [
            { test: 'page', page: test.pageId('/join') },
            { test: 'query', name: 'from', value: 'poster' },
          ],
        },
      },
    );
    expect((await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } })).status).toBe(200);
    const anyone = await test.client();
    for (const address of ['/join', '/join?from=poster', '/join?from=paper', '/join?other=1&from=poster', '/join'])
      expect((await anyone.get(address)).text.includes('Lamps are lit at dusk.'))
        .withContext(address)
        .toBe(address.includes('from=poster'));
  });

  it('looks as somebody else without gaining a right', async () => {
    const ida = await test.client('ida');
    const seen = (await ida.put('/api/session/look-as', { as: 'administrator' })).json;
    expect([seen.lookingAs.label, seen.person.roles]).toEqual(['an administrator', ['administrator']]);
    const edition = sampleEdition(test.pageId('/visit'));
    const refused = await ida.post('/api/editions', { ...edition, move: { name: 'publish' } });
    expect([refused.status, refused.json.detail]).toEqual([
      403,
      'You are looking as an administrator. Stop looking as somebody else to change anything.',
    ]);
    const bea = [...test.site.people.values()].find(each => each.name === 'Bea Lorimer')!;
    expect((await ida.put('/api/session/look-as', { as: bea.id })).json.person.roles).toEqual(['writer']);
    expect((await ida.get('/api/today')).json.mine.length).toBeGreaterThan(0);
    expect((await ida.put('/api/session/look-as', { as: null })).json.person.name).toBe('Ida Venn');
    expect((await ida.post('/api/editions', edition)).status).toBe(200);
    expect((await editor.put('/api/session/look-as', { as: 'administrator' })).status).toBe(403);
  });

  it('deletes for good only what readers no longer have and nothing needs', async () => {
    const id = uuid();
    await publish('To be deleted', [added('block', id, sampleBlock({ title: 'Short-lived' }))]);
    const { revisionId } = await liveOf(id);
    expect((await manager.send('DELETE', `/api/records/${id}`)).status).toBe(409);
    expect((await publish('Off', [{ recordId: id, kind: 'block', retires: true, baseRevisionId: revisionId }])).json).toEqual(
      jasmine.objectContaining({ stage: 'approved' }),
    );
    const asked = (await manager.get(`/api/records/${id}/deletion`)).json;
    expect([asked.mayDelete, asked.obstacles]).toEqual([true, []]);
    expect((await editor.send('DELETE', `/api/records/${id}`)).status).toBe(403);
    expect((await manager.send('DELETE', `/api/records/${id}`)).status).toBe(204);
    expect((await manager.get(`/api/records/${id}`)).status).toBe(404);
    await test.stop();
    await test.start();
    [manager, editor, administrator] = await Promise.all([test.client('ida'), test.client('edwin'), test.client('margit')]);
    expect((await manager.get(`/api/records/${id}`)).status).toBe(404);
  });

  it('finds all kinds, and keeps filters by name', async () => {
    const kinds = (await manager.get('/api/find?q=nesting')).json.map((each: { kind: string; title: string }) => each.kind);
    expect(new Set(kinds)).toEqual(new Set(['block', 'placement', 'season', 'shared rule', 'page']));
    const filter = { list: 'blocks', name: 'Members only', query: { readers: 'members' } };
    expect((await manager.put('/api/saved-filters', filter)).json).toEqual([filter]);
    expect((await editor.get('/api/saved-filters')).json).toEqual([]);
    expect((await manager.send('DELETE', '/api/saved-filters?list=blocks&name=Members%20only')).json).toEqual([]);
  });

  it('gives staff a way from the public page to what it holds, and readers none', async () => {
    expect((await editor.get('/visit')).text).toContain('data-placement=');
    expect((await editor.get('/visit')).headers.get('cache-control')).toBe('private, no-store');
    for (const client of [await test.client('nell'), await test.client()])
      expect((await client.get('/visit')).text).not.toContain('data-placement=');
  });
});
