import { textOfParagraphs } from '@core/rich-text/document';
import { sendDailyMails } from '../services/notices';
import { sampleBlock } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('remarks and notices', () => {
  const test = new TestSite();
  let writer: TestClient;
  let editor: TestClient;
  let administrator: TestClient;
  beforeAll(async () => {
    await test.open();
    [writer, editor, administrator] = await Promise.all([test.client('bea'), test.client('edwin'), test.client('margit')]);
  });
  afterAll(() => test.close());

  const valueOf = (...paragraphs: string[]) =>
    sampleBlock({ type: 'rich text', title: 'Crossing', fields: { body: textOfParagraphs(...paragraphs) } });
  const propose = async (title: string, value = valueOf('The causeway floods at noon.', 'Bring boots.')) => {
    const changes = [{ recordId: uuid(), kind: 'block', value, baseRevisionId: null }];
    return (await writer.post('/api/editions', { id: uuid(), title, changes, move: { name: 'send for review' } })).json;
  };
  const save = (proposalId: string, parentRevisionId: string, value: unknown) =>
    writer.put(`/api/proposals/${proposalId}`, { value, parentRevisionId });
  const newOf = async (client: TestClient) =>
    (await client.get('/api/notices')).json.notices
      .filter((each: { isNew: boolean }) => each.isNew)
      .map((each: { words: string }) => each.words);
  const readAll = (client: TestClient) => client.post('/api/notices/read', { ids: null });
  const person = (name: string) => [...test.site.people.values()].find(each => each.name.startsWith(name))!;

  it('are made on words that are followed as they are written on, answered and settled', async () => {
    const { id, changes } = await propose('The causeway');
    const [{ proposalId, headRevisionId }] = changes;
    const remark = { proposalId, field: 'fields.body', quote: 'floods at noon', body: 'Check the tables, please.' };
    const made = (await editor.post(`/api/editions/${id}/remarks`, remark)).json;
    expect([made[0].by, made[0].label, made[0].quote, made[0].isGone]).toEqual(['Edwin Oyelaran', 'Text', 'floods at noon', false]);
    const saved = await save(proposalId, headRevisionId, valueOf('In spring the causeway floods at one.', 'Bring boots.'));
    expect((await writer.get(`/api/editions/${id}/remarks`)).json[0].quote).toBe('floods at one');
    await save(proposalId, saved.json.proposals[0].headRevisionId, valueOf('Bring boots.'));
    const gone = (await writer.get(`/api/editions/${id}/remarks`)).json[0];
    expect([gone.isGone, gone.quote]).toEqual([true, 'floods at noon']);
    const answered = (await writer.post(`/api/editions/${id}/remarks`, { replyTo: gone.id, body: 'Taken out.' })).json[0];
    expect(answered.answers.map((each: { by: string; body: string }) => [each.by, each.body])).toEqual([['Bea Lorimer', 'Taken out.']]);
    // Whoever wrote it does not settle what somebody else remarked.
    expect([answered.maySettle, (await writer.put(`/api/remarks/${gone.id}/settled`, { isSettled: true })).status]).toEqual([false, 403]);
    expect((await editor.put(`/api/remarks/${gone.id}/settled`, { isSettled: true })).json[0].settled.by).toBe('Edwin Oyelaran');
    expect((await editor.put(`/api/remarks/${gone.id}/settled`, { isSettled: false })).json[0].settled).toBeNull();
  });

  it('are refused by name where nothing of the kind stands', async () => {
    const { id, changes } = await propose('Refused');
    const [{ proposalId }] = changes;
    const post = async (part: object) => {
      const { status, json } = await editor.post(`/api/editions/${id}/remarks`, { body: 'x', ...part });
      return [status, json.errors?.[0]?.pointer];
    };
    expect(await post({ body: ' ' })).toEqual([422, '/body']);
    expect(await post({ proposalId, field: 'fields.none' })).toEqual([422, '/field']);
    expect(await post({ proposalId, field: 'fields.body', quote: 'no such words' })).toEqual([422, '/quote']);
    expect(await post({ proposalId: uuid() })).toEqual([422, '/proposalId']);
    expect(await post({ replyTo: uuid() })).toEqual([422, '/replyTo']);
    await writer.post(`/api/editions/${id}/moves`, { name: 'withdraw', decidedOn: [changes[0].headRevisionId] });
    expect((await post({}))[0]).toBe(409);
    expect((await editor.put(`/api/remarks/${uuid()}/settled`, { isSettled: true })).status).toBe(404);
  });

  it('tell whoever may decide, whoever wrote it and whoever had a say, and nobody of what they did themselves', async () => {
    await Promise.all([writer, editor, administrator].map(readAll));
    const { id, changes } = await propose('Boots');
    expect(await newOf(editor)).toEqual(['Bea Lorimer sent “Boots” for review.']);
    expect(await newOf(writer)).toEqual([]);
    await editor.post(`/api/editions/${id}/remarks`, { body: 'Which?' });
    await editor.post(`/api/editions/${id}/moves`, { name: 'return', remark: 'See there.', decidedOn: [changes[0].headRevisionId] });
    expect(await newOf(writer)).toEqual(['Edwin Oyelaran returned “Boots” with a remark.', 'Edwin Oyelaran remarked on “Boots”.']);
    await writer.post(`/api/editions/${id}/moves`, { name: 'send for review', decidedOn: [changes[0].headRevisionId] });
    await administrator.post(`/api/editions/${id}/moves`, { name: 'approve', decidedOn: [changes[0].headRevisionId] });
    expect((await newOf(writer))[0]).toBe('Margit Halloran approved “Boots”.');
    const german = await writer.get('/api/notices', { 'accept-language': 'de' });
    expect(german.json.notices[0].words).toBe('Margit Halloran hat „Boots“ freigegeben.');
    expect((await readAll(writer)).json.newCount).toBe(0);
  });

  it('tell whoever has a proposal waiting that what it began from has changed', async () => {
    const recordId = uuid();
    const publish = (title: string, baseRevisionId: string | null) =>
      administrator.post('/api/editions', {
        id: uuid(),
        title,
        changes: [{ recordId, kind: 'block', value: valueOf(title), baseRevisionId }],
        move: { name: 'publish' },
      });
    const first = (await publish('Tides', null)).json.changes[0].headRevisionId;
    const change = { recordId, kind: 'block', value: valueOf('Mine'), baseRevisionId: first };
    await writer.post('/api/editions', { id: uuid(), title: 'My tides', changes: [change] });
    await readAll(writer);
    await publish('Tides again', first);
    expect(await newOf(writer)).toEqual(['Margit Halloran changed on the site what “My tides” began from.']);
  });

  it('go out as each has chosen: not at all, by e-mail at once, or once a day in their language', async () => {
    const choose = (client: TestClient, inApp: boolean, mail: string) =>
      client.put('/api/notices/choices', { choices: [{ kind: 'review wanted', inApp, mail }] });
    const other = await test.client('saskia');
    expect((await choose(other, false, 'at once')).json[0]).toEqual({
      kind: 'review wanted',
      inApp: false,
      mail: 'at once',
      label: 'Something waits for my decision',
    });
    await choose(administrator, true, 'daily');
    await administrator.put('/api/session/language', { language: 'de' });
    await readAll(other);
    const mails = async () =>
      (await test.site.knex('mails').select('to', 'subject', 'text')) as { to: string; subject: string; text: string }[];
    const before = (await mails()).length;
    await propose('Gulls');
    // An e-mail is on its own way.
    for (let tries = 0; (await mails()).length === before && tries < 100; tries += 1) await new Promise(resolve => setTimeout(resolve, 20));
    expect((await mails()).slice(before).map(each => [each.to, each.subject])).toEqual([
      ['saskia@merrowby.example', 'Merrowby Coast Reserves: Bea Lorimer sent “Gulls” for review.'],
    ]);
    expect(await newOf(other)).toEqual([]);
    await sendDailyMails(test.site);
    expect((await mails()).length).toBe(before + 1);
    await test.site
      .knex('notices')
      .where({ person_id: person('Margit').id })
      .decrement('made_at', 86_400_000);
    await sendDailyMails(test.site);
    await sendDailyMails(test.site);
    const daily = (await mails()).slice(before + 1);
    expect(daily.map(each => each.to)).toEqual(['margit@merrowby.example']);
    expect(daily[0]!.text).toContain('Bea Lorimer hat „Gulls“ zur Prüfung gesendet.');
    expect(daily[0]!.text).toContain('/almanac/reviews/');
  });

  it('are refused where a kind or a way is none', async () => {
    const put = async (choice: object) => (await writer.put('/api/notices/choices', { choices: [choice] })).status;
    expect(await put({ kind: 'gossip', inApp: true, mail: 'not' })).toBe(422);
    expect(await put({ kind: 'remark', inApp: true, mail: 'hourly' })).toBe(422);
  });
});
