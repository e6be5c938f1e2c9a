import { textOfParagraphs, plainWords } from '@core/rich-text/document';
import { sampleBlock } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const opening = ['The hide opens at eight.', 'Bring boots.'];

describe('versions of one record', () => {
  const test = new TestSite();
  let editor: TestClient;
  let writer: TestClient;
  beforeAll(async () => {
    await test.open();
    [editor, writer] = await Promise.all([test.client('edwin'), test.client('bea')]);
  });
  afterAll(() => test.close());

  const valueOf = (paragraphs: readonly string[], title = 'Opening hours') =>
    sampleBlock({ type: 'rich text', title, fields: { body: textOfParagraphs(...paragraphs) } });
  const liveId = (recordId: string, at = test.now) => {
    const state = test.site.ledger.inForce(recordId, at, Infinity);
    return state.state === 'live' ? state.revisionId : null;
  };
  const wordsAt = async (recordId: string, at: number) => {
    const { value } = test.site.ledger.revision(liveId(recordId, at)!) as { value: ReturnType<typeof valueOf> };
    return [value.title, ...plainWords(value.fields['body'] as never).split('\n')];
  };
  const change = (recordId: string, value: unknown, baseRevisionId: string | null) => ({ recordId, kind: 'block', value, baseRevisionId });
  const save = (client: TestClient, changes: readonly unknown[], move?: object) =>
    client.post('/api/editions', { id: uuid(), title: 'Hours', changes, ...(move && { move }) });
  const publish = async (recordId: string, value: unknown, more: object = {}) => {
    const answer = await save(editor, [change(recordId, value, liveId(recordId))], { name: 'publish', ...more });
    expect(answer.status).withContext(answer.text).toBe(200);
    return answer.json;
  };
  const day = 86_400_000;
  const local = (at: number) => ({ local: new Date(at).toISOString().slice(0, 16), zone: 'UTC' });

  it('that somebody else overtook are brought together, and what both changed is left to be settled', async () => {
    const id = uuid();
    await publish(id, valueOf(opening));
    const base = liveId(id)!;
    await publish(id, valueOf(['The hide opens at nine.', 'Bring boots.']));
    const ask = (value: unknown, choices = {}) =>
      writer.post('/api/merging', { recordId: id, kind: 'block', value, baseRevisionId: base, withRevisionId: liveId(id), choices });
    const easy = (await ask(valueOf(['The hide opens at eight.', 'Bring boots and a coat.'], 'Hours'))).json;
    expect(easy.conflicts).toEqual([]);
    expect([easy.value.title, plainWords(easy.value.fields.body)]).toEqual(['Hours', 'The hide opens at nine.\nBring boots and a coat.']);
    expect(easy.brought.map((each: { field: string }) => each.field)).toEqual(['title', 'fields.body']);
    expect(easy.other.by).toBe('Edwin Oyelaran');
    const hard = (await ask(valueOf(['The hide opens at ten.', 'Bring boots.']))).json;
    expect(hard.conflicts.map((each: object) => ({ ...each, path: '' }))).toEqual([
      {
        path: '',
        label: 'Text',
        around: { before: 'The hide opens at', after: '' },
        base: ' eight.',
        ours: ' ten.',
        theirs: ' nine.',
        both: ' ten. nine.',
        chosen: null,
      },
    ]);
    const settled = (await ask(valueOf(['The hide opens at ten.', 'Bring boots.']), { [hard.conflicts[0].path]: 'theirs' })).json;
    expect(plainWords(settled.value.fields.body)).toBe('The hide opens at nine.\nBring boots.');
  });

  it('on a proposal take in what went live meanwhile, as a revision that names both, and stand on it', async () => {
    const id = uuid();
    await publish(id, valueOf(opening));
    const proposed = (await save(writer, [change(id, valueOf([...opening, 'Dogs on a lead.']), liveId(id))], { name: 'send for review' }))
      .json;
    const [{ proposalId, headRevisionId }] = proposed.changes;
    expect((await writer.post(`/api/proposals/${proposalId}/merging`, {})).status).toBe(409);
    const warned = await editor.post('/api/expectations/check', {
      changes: [change(id, valueOf(['x']), null)].map(({ baseRevisionId: _, ...each }) => each),
    });
    expect(warned.json.waits.map((each: { words: string }) => each.words)).toEqual([
      'Bea Lorimer has proposed “Hours” on “Opening hours”. It waits, and will have to take this in.',
    ]);
    await publish(id, valueOf(['The hide opens at nine.', 'Bring boots.']));
    const live = liveId(id)!;
    expect((await editor.get(`/api/editions/${proposed.id}`)).json.changes[0].baseMoved).toBeTrue();
    const seen = (await writer.post(`/api/proposals/${proposalId}/merging`, {})).json;
    expect([seen.conflicts, seen.headRevisionId, seen.other.revisionId]).toEqual([[], headRevisionId, live]);
    const wish = { headRevisionId, withRevisionId: live };
    expect((await writer.post(`/api/proposals/${proposalId}/merges`, { ...wish, withRevisionId: headRevisionId })).json.code).toBe('stale');
    expect((await writer.post(`/api/proposals/${proposalId}/merges`, wish)).status).toBe(200);
    const edition = (await editor.get(`/api/editions/${proposed.id}`)).json;
    expect([edition.changes[0].baseMoved, plainWords(edition.changes[0].value.fields.body)]).toEqual([
      false,
      'The hide opens at nine.\nBring boots.\nDogs on a lead.',
    ]);
    const { parentId, mergedFromId } = test.site.ledger.revision(edition.changes[0].headRevisionId);
    expect([parentId, mergedFromId]).toEqual([headRevisionId, live]);
    // Whose live words came in is no author of the proposal: four eyes still let them decide.
    expect(edition.moves).toContain('approve');
    expect(
      (await editor.post(`/api/editions/${proposed.id}/moves`, { name: 'approve', decidedOn: [edition.changes[0].headRevisionId] })).status,
    ).toBe(200);
    expect(await wordsAt(id, test.now)).toEqual(['Opening hours', 'The hide opens at nine.', 'Bring boots.', 'Dogs on a lead.']);
  });

  it('that are planned take in what is mended today, if somebody says so, and keep their days', async () => {
    const id = uuid();
    await publish(id, valueOf(['The hide opnes at eight.', 'Bring boots.']));
    const summer = { from: test.now + 30 * day, until: test.now + 60 * day };
    await publish(id, valueOf(['The hide opnes at eight.', 'Bring a hat.']), {
      times: { from: local(summer.from), until: local(summer.until) },
    });
    const mended = valueOf(['The hide opens at eight.', 'Bring boots.']);
    const asked = await editor.post('/api/expectations/check', { changes: [{ recordId: id, kind: 'block', value: mended }] });
    expect(asked.json.covers.map((each: { toSettle: number | null }) => each.toSettle)).toEqual([0, null]);
    const undecided = await save(editor, [change(id, mended, liveId(id))], { name: 'publish' });
    expect([undecided.status, undecided.json.choices]).toEqual([409, ['carry', 'keep', 'cancel']]);
    await publish(id, mended, { scheduled: 'carry' });
    expect(await wordsAt(id, test.now)).toEqual(['Opening hours', 'The hide opens at eight.', 'Bring boots.']);
    expect(await wordsAt(id, summer.from - 1)).toEqual(['Opening hours', 'The hide opens at eight.', 'Bring boots.']);
    expect(await wordsAt(id, summer.from)).toEqual(['Opening hours', 'The hide opens at eight.', 'Bring a hat.']);
    expect(await wordsAt(id, summer.until)).toEqual(['Opening hours', 'The hide opens at eight.', 'Bring boots.']);
  });

  it('that are planned and say something else at the same place wait for somebody to settle it', async () => {
    const id = uuid();
    await publish(id, valueOf(opening));
    await publish(id, valueOf(['The hide opens at five.', 'Bring boots.']), { times: { from: local(test.now + day), until: null } });
    const planned = liveId(id, test.now + day)!;
    const other = change(id, valueOf(['The hide opens at nine.', 'Bring boots.']), liveId(id));
    const refused = await save(editor, [other], { name: 'publish', scheduled: 'carry' });
    expect([refused.status, refused.json.code, refused.json.covers[0].toSettle]).toEqual([409, 'conflict', 1]);
    expect(await wordsAt(id, test.now)).toEqual(['Opening hours', ...opening]);
    const asked = await editor.post('/api/merging', { ...other, withRevisionId: planned });
    const carried = { [planned]: { [asked.json.conflicts[0].path]: 'theirs' } };
    expect((await save(editor, [other], { name: 'publish', scheduled: 'carry', carried })).status).toBe(200);
    expect((await wordsAt(id, test.now))[1]).toBe('The hide opens at nine.');
    expect((await wordsAt(id, test.now + day))[1]).toBe('The hide opens at five.');
  });

  it('are refused where they began apart, are of another record, or say which side by a word that is none', async () => {
    const [one, two] = [uuid(), uuid()];
    await publish(one, valueOf(opening));
    await publish(two, valueOf(opening));
    const ask = (part: object) =>
      writer.post('/api/merging', {
        recordId: one,
        kind: 'block',
        value: valueOf(opening),
        baseRevisionId: liveId(one),
        withRevisionId: liveId(one),
        ...part,
      });
    const statuses = await Promise.all(
      [
        { withRevisionId: liveId(two) },
        { kind: 'page' },
        { choices: { title: 'mine' } },
        { value: { title: 'No block' } },
        { recordId: uuid() },
      ].map(async part => (await ask(part)).status),
    );
    expect(statuses).toEqual([422, 422, 422, 422, 404]);
  });
});
