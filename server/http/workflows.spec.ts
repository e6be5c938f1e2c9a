import { defaultWorkflow } from '@core/workflow/default';
import type { Guard } from '@core/workflow/guards';
import type { Move, Workflow } from '@core/workflow/workflow';
import { sampleBlock, sampleEdition } from '../testing/samples';
import { TestSite, type TestAnswer, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const move = (name: string, from: string, to: string, part: Partial<Move> = {}): Move => ({
  name,
  from: [from],
  to,
  who: 'review',
  whose: 'any',
  guards: [],
  ...part,
});
const safety = (section: string, guards: readonly Guard[] = []): Workflow => ({
  name: 'Safety first',
  governs: {
    kinds: [
      { kind: 'block', types: ['notice'] },
      { kind: 'placement', types: ['notice'] },
    ],
    sections: [section],
    locales: [],
  },
  stages: ['draft', 'in review', 'safety check'],
  moves: [
    move('send for review', 'draft', 'in review', { who: 'write' }),
    move('pass to the safety check', 'in review', 'safety check', { guards: [{ guard: 'four eyes' }] }),
    move('let it go live', 'safety check', 'approved', { who: ['manager', 'administrator'], guards }),
    move('return', 'safety check', 'draft', { who: ['manager'], whose: 'others' }),
  ],
});

describe('workflows of a site’s own', () => {
  let test: TestSite;
  const clients: Record<string, TestClient> = {};
  const names = ['bea', 'edwin', 'ida', 'margit'] as const;
  beforeEach(async () => {
    test = await new TestSite().open();
    await Promise.all(names.map(async name => (clients[name] = await test.client(name))));
  });
  afterEach(() => test.close());

  const set = async (workflows: readonly Workflow[], relocations: readonly object[] = [], who = 'ida'): Promise<TestAnswer> => {
    const { json } = await clients[who]!.get('/api/workflows');
    // The demo has something at a stage of its own; it goes back to its author.
    const demos = workflows.map(({ name }) => ({ workflow: name, from: 'safety check', to: 'draft' }));
    return clients[who]!.put('/api/workflows', { workflows, relocations: [...relocations, ...demos] }, { 'if-match': json.tag });
  };
  const notice = async (at: string, move?: string) =>
    clients['edwin']!.post('/api/editions', { ...sampleEdition(test.pageId(at)), ...(move ? { move: { name: move } } : {}) });

  it('govern by what something is and where it shows, and leave no way round', async () => {
    expect((await set([safety(test.pageId('/visit')), defaultWorkflow])).status).toBe(200);
    const elsewhere = await notice('/about');
    expect(elsewhere.json.workflow).toBe(defaultWorkflow.name);
    const { json: edition } = await notice('/visit/low-fleet', 'send for review');
    expect([edition.workflow, edition.stage, edition.offers]).toEqual(['Safety first', 'in review', []]);
    for (const [who, name] of [
      ['margit', 'publish'],
      ['margit', 'approve'],
      ['edwin', 'pass to the safety check'],
      ['margit', 'let it go live'],
      ['bea', 'pass to the safety check'],
    ] as const) {
      const { status } = await clients[who]!.move(edition.id, { name });
      expect([403, 409, 422]).withContext(`${name} by ${who}`).toContain(status);
    }
    const passed = await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    expect([passed.status, passed.json.stage]).toEqual([200, 'safety check']);
    expect(passed.json.reviewers).toContain('Ida Venn');
    const live = await clients['ida']!.move(edition.id, { name: 'let it go live' });
    expect([live.status, live.json.stage]).withContext(live.text).toEqual([200, 'approved']);
    expect((await (await test.client()).get('/visit/low-fleet')).text).toContain('Lamps are lit at dusk.');
  });

  it('let nothing be passed on that was written after it was looked at', async () => {
    await set([safety(test.pageId('/visit')), defaultWorkflow]);
    const { json: edition } = await notice('/visit/low-fleet', 'send for review');
    const { json: passed } = await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    const [{ proposalId, headRevisionId }] = passed.changes;
    const value = sampleBlock({ title: 'Moth lamps, and a fire' });
    const saved = await clients['edwin']!.put(`/api/proposals/${proposalId}`, { value, parentRevisionId: headRevisionId });
    expect(saved.status).withContext(saved.text).toBe(200);
    const now = (await clients['ida']!.get(`/api/editions/${edition.id}`)).json;
    expect([now.stage, now.changes.map((each: { stage?: string }) => each.stage ?? now.stage)]).toEqual([
      'in review',
      ['in review', 'in review'],
    ]);
    expect((await clients['ida']!.move(edition.id, { name: 'let it go live' })).status).toBe(409);
    // Nor does a further change come along with what has been looked at.
    await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    const change = { recordId: uuid(), kind: 'block', value: sampleBlock({ title: 'Late' }), baseRevisionId: null };
    const joined = await clients['bea']!.post(`/api/editions/${edition.id}/changes`, { changes: [change] });
    expect([joined.status, joined.json.stage]).toEqual([200, 'in review']);
    // Nor a whole edition.
    await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    const late = await clients['bea']!.post('/api/editions', { id: uuid(), title: 'Later', changes: [{ ...change, recordId: uuid() }] });
    const whole = await clients['bea']!.post(`/api/editions/${edition.id}/joined`, { editionId: late.json.id });
    expect([whole.status, whole.json.stage, whole.json.changes.length]).toEqual([200, 'in review', 4]);
  });

  it('hold back until remarks are settled and somebody has given their word for what stands there', async () => {
    await set([safety(test.pageId('/visit'), [{ guard: 'remarks settled' }, { guard: 'word of', role: 'editor' }]), defaultWorkflow]);
    const { json: edition } = await notice('/visit', 'send for review');
    await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    const [remark] = (await clients['bea']!.post(`/api/editions/${edition.id}/remarks`, { body: 'At which lamp?' })).json;
    const golive = () => clients['ida']!.move(edition.id, { name: 'let it go live' });
    const held = await golive();
    expect([held.status, held.json.code, held.json.waitsFor]).toEqual([
      409,
      'held-back',
      ['One remark is not settled yet.', 'It waits for the word of an editor.'],
    ]);
    await clients['bea']!.put(`/api/remarks/${remark.id}/settled`, { isSettled: true });
    const seen = async () =>
      (await clients['ida']!.get(`/api/editions/${edition.id}`)).json.changes.map(
        (each: { headRevisionId: string }) => each.headRevisionId,
      );
    const word = (who: string, role: string, decidedOn: readonly string[]) =>
      clients[who]!.post(`/api/editions/${edition.id}/words`, { role, decidedOn });
    // Edwin has written it, Ida is no editor.
    expect([(await word('edwin', 'editor', await seen())).status, (await word('ida', 'editor', await seen())).status]).toEqual([403, 403]);
    const other = [...test.site.people.values()].find(each => each.roles.includes('editor') && !each.email.startsWith('edwin'))!;
    const second = (clients['second'] = await test.client(other.email.split('@')[0]!));
    expect((await word('second', 'editor', await seen())).status).toBe(200);
    // What is written after that has nobody's word.
    const { json: now } = await second.get(`/api/editions/${edition.id}`);
    const [block] = now.changes;
    await clients['edwin']!.put(`/api/proposals/${block.proposalId}`, {
      value: { ...block.value, title: 'Other lamps' },
      parentRevisionId: block.headRevisionId,
    });
    await clients['margit']!.move(edition.id, { name: 'pass to the safety check' });
    expect((await golive()).json.waitsFor).toEqual(['It waits for the word of an editor.']);
    await word('second', 'editor', await seen());
    const live = await golive();
    expect(live.status).withContext(live.text).toBe(200);
  });

  it('let those publish who need no review where the site says so', async () => {
    const straight = { ...defaultWorkflow.moves[4]!, name: 'put live', from: ['draft'], who: ['writer'] as const, guards: [] };
    const news: Workflow = {
      name: 'News by its writers',
      governs: { kinds: [{ kind: 'block', types: ['notice'] }], sections: [], locales: [] },
      stages: ['draft'],
      moves: [straight],
    };
    await set([news, defaultWorkflow]);
    const change = { recordId: uuid(), kind: 'block', value: sampleBlock(), baseRevisionId: null };
    const { json: offers } = await clients['bea']!.post('/api/editions/offers', {
      changes: [{ recordId: change.recordId, kind: 'block', value: change.value }],
    });
    expect(offers.moves.map((each: { name: string; publishes: boolean }) => [each.name, each.publishes])).toEqual([['put live', true]]);
    const made = await clients['bea']!.post('/api/editions', { id: uuid(), title: 'x', changes: [change], move: { name: 'put live' } });
    expect([made.status, made.json.stage]).withContext(made.text).toEqual([200, 'approved']);
  });

  it('strand nothing unless it is said where it goes', async () => {
    const { json: edition } = await notice('/visit', 'send for review');
    const checked = { ...safety(test.pageId('/visit')), governs: defaultWorkflow.governs, stages: ['draft', 'safety check'] };
    const direct = { ...checked, moves: [move('send to safety', 'draft', 'safety check', { who: 'write' }), checked.moves[2]!] };
    const { json: report } = await clients['ida']!.post('/api/workflows/check', { workflows: [direct] });
    const passage = report.passages.find((each: { editionId: string }) => each.editionId === edition.id);
    expect([passage.before.stage, passage.after.stage]).toEqual(['in review', null]);
    const refused = await set([direct]);
    expect([refused.status, refused.json.code, refused.json.stranded.includes(edition.id)]).toEqual([409, 'conflict', true]);
    expect(test.site.settings.workflows.length).toBe(2);
    const accepted = await set([direct], [{ workflow: direct.name, from: 'in review', to: 'safety check' }]);
    expect(accepted.status).withContext(accepted.text).toBe(200);
    expect((await clients['ida']!.get(`/api/editions/${edition.id}`)).json.stage).toBe('safety check');
    // What was only begun is one step further in it than before, and never live by itself.
    expect(test.site.ledger.proposalsOfEdition(edition.id).every(each => each.stage === 'safety check')).toBeTrue();
    await test.stop();
    await test.start();
    expect((await (await test.client('ida')).get('/api/workflows')).json.workflows).toEqual([direct]);
  });

  it('are set by managers, from those that hold, and name what is wrong in them', async () => {
    expect((await set([defaultWorkflow], [], 'edwin')).status).toBe(403);
    const put = (headers: Record<string, string>) => clients['ida']!.put('/api/workflows', { workflows: [defaultWorkflow] }, headers);
    expect([(await put({})).status, (await put({ 'if-match': '"other"' })).status]).toEqual([428, 412]);
    const wrong = await set([{ ...defaultWorkflow, moves: [move('leap', 'draft', 'nowhere')] }]);
    expect([wrong.status, wrong.json.errors[0].pointer]).toEqual([422, '/workflows/0/moves/0/to']);
    const { json } = await clients['ida']!.post('/api/workflows/check', {
      workflows: [{ ...defaultWorkflow, stages: ['draft', 'in review', 'shelf'] }],
    });
    expect(json.findings[0].map((each: { words: string }) => each.words)).toEqual([
      'No move leads to “shelf”.',
      'Nothing leads on from “shelf”: what comes there stays there.',
    ]);
  });
});
