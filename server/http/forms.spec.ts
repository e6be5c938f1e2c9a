import type { FormMessageTold, FormRow } from '@contract/forms';
import type { MailList } from '@contract/people';
import { initialValues } from '@core/fields/index';
import { form as formType } from '@core/blocks/form/type';
import { cleanMails } from '../site/upkeep';
import { formLimits } from '../forms/form-router';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const question = (id: string, answer: string, isRequired: boolean, choices = '') => ({
  id,
  fields: { label: `What is your ${id}?`, answer, choices, isRequired, help: '' },
});

describe('forms', () => {
  const test = new TestSite();
  let manager: TestClient;
  const blockId = uuid();
  beforeAll(async () => {
    await test.open();
    manager = await test.client('margit');
    const fields = { ...initialValues(formType.fields), questions: [question('name', 'line', true), question('mail', 'e-mail', true), question('about', 'choice', false, 'A visit\nA sighting')], thanks: 'Thanks a lot.', to: 'lodge@coast.example', offersCopy: true, keptDays: 30 }; // prettier-ignore
    const changes = [
      { recordId: blockId, kind: 'block', value: sampleBlock({ type: 'form', title: 'Write', fields }), baseRevisionId: null },
      { recordId: uuid(), kind: 'placement', value: samplePlacement(blockId, test.pageId('/about')), baseRevisionId: null },
    ];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
  });
  afterAll(() => test.close());
  // Each begins with nothing sent, and nothing counted against whoever sends.
  beforeEach(async () => {
    test.now = setDay;
    await test.stop();
    await test.start();
    for (const table of ['form_messages', 'mails']) await test.site.knex(table).delete();
    manager = await test.client('margit');
  });

  const address = () => `/forms/${test.pageId('/about')}/${blockId}`;
  const send = (answers: Readonly<Record<string, string>>) =>
    fetch(`${test.address}${address()}`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams(
        Object.entries(answers).map(([name, value]) => [['name', 'mail', 'about'].includes(name) ? `answer-${name}` : name, value]),
      ),
    }).then(async response => ({ status: response.status, text: await response.text(), cache: response.headers.get('cache-control') }));
  const token = async () => ((await (await fetch(`${test.address}${address()}/token`)).json()) as { token: string }).token;
  const received = async () => (await manager.get(`/api/forms/${blockId}/messages`)).json as FormMessageTold[];
  const whole = { name: 'Nan', mail: 'nan@trewin.example' };

  it('store what is sent, hand it on, send a copy, and take one message once', async () => {
    const held = await token();
    test.now += 5_000;
    const sent = await send({ ...whole, about: 'A sighting', copy: 'yes', token: held });
    expect([sent.status, sent.cache]).toEqual([200, 'no-store']);
    expect(sent.text).toContain('Thanks a lot.');
    expect(sent.text).not.toContain('<form method="post" action="/forms/');
    // The same page sent once more, as a reload does.
    expect((await send({ ...whole, about: 'A sighting', copy: 'yes', token: held })).text).toContain('Thanks a lot.');
    const messages = await received();
    expect(messages.map(each => each.answers)).toEqual([
      [
        { question: 'What is your name?', answer: 'Nan' },
        { question: 'What is your mail?', answer: 'nan@trewin.example' },
        { question: 'What is your about?', answer: 'A sighting' },
      ],
    ]);
    const { mails } = (await manager.get('/api/mails')).json as MailList;
    expect(mails.map(each => each.to).sort()).toEqual(['lodge@coast.example', 'nan@trewin.example']);
    expect(mails[0]!.text).toContain('What is your about?\n  A sighting');
    const forms = (await manager.get('/api/forms')).json as FormRow[];
    expect(forms.filter(each => each.id === blockId)).toEqual([
      jasmine.objectContaining({ id: blockId, count: 1, keptDays: 30, to: 'lodge@coast.example' }),
    ]);
  });

  it('say what is wrong beside the question, and lose nothing that was typed', async () => {
    const { status, text } = await send({ name: '<b>Nan</b>', mail: 'nan@', about: 'A quest' });
    expect(status).toBe(422);
    expect(text).toContain('value="&lt;b&gt;Nan&lt;/b&gt;"');
    expect([...text.matchAll(/class="fault">([^<]*)/g)].map(each => each[1])).toEqual([
      'This is no e-mail address.',
      'Choose one of these.',
    ]);
  });

  it('let programs believe they were heard, and whoever is too quick look once more', async () => {
    const before = (await received()).length;
    const held = await token();
    test.now += 5_000;
    expect((await send({ ...whole, website: 'https://spam.example', token: held })).text).toContain('Thanks a lot.');
    const quick = await token();
    test.now += 500;
    const again = await send({ ...whole, token: quick });
    expect(again.text).toContain('Look it over once more');
    // Without script there was no token; what comes back with the page has one.
    const bare = await send(whole);
    expect(bare.text).toContain('Look it over once more');
    const given = /name="token" value="([^"]+)"/.exec(bare.text)![1]!;
    for (const bad of ['', 'x.y.z', `${given}x`, given.replace(/^\d+/, String(test.now - 10_000))])
      expect((await send({ ...whole, token: bad })).text)
        .withContext(bad)
        .toContain('Look it over once more');
    expect((await received()).length).toBe(before);
    test.now += 5_000;
    expect((await send({ ...whole, token: given })).text).toContain('Thanks a lot.');
    expect((await received()).length).toBe(before + 1);
  });

  it('are not taken with an address that e-mails cannot go to', async () => {
    const fields = { ...initialValues(formType.fields), questions: [question('name', 'line', true)], to: 'the lodge' };
    const changes = [
      { recordId: uuid(), kind: 'block', value: sampleBlock({ type: 'form', title: 'Write', fields }), baseRevisionId: null },
    ];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect([made.status, made.json.errors[0].pointer]).toEqual([422, '/changes/0/value/fields/to']);
  });

  it('are not there for whoever may not read the page, nor for blocks that are no forms', async () => {
    const at = (page: string, block: string) =>
      fetch(`${test.address}/forms/${page}/${block}`, { method: 'POST' }).then(each => each.status);
    expect(await at(test.pageId('/join/members'), blockId)).toBe(404);
    expect(await at(test.pageId('/'), blockId)).toBe(404);
    expect(await at(test.pageId('/about'), uuid())).toBe(404);
  });

  it('are given as a table in which nothing is a formula, are deleted by hand and once they are old', async () => {
    const held = await token();
    test.now += 5_000;
    await send({ name: '=1+1', mail: 'a@b.example', token: held });
    const csv = await manager.send('GET', `/api/forms/${blockId}/messages`, undefined, { accept: 'text/csv' });
    expect(csv.text.split('\r\n')[0]).toBe('Sent,What is your name?,What is your mail?,What is your about?');
    expect(csv.text).toContain("'=1+1");
    const [first, ...others] = await received();
    expect((await (await test.client('bea')).get(`/api/forms/${blockId}/messages`)).status).toBe(403);
    expect((await manager.send('DELETE', `/api/form-messages/${first!.id}`)).status).toBe(204);
    expect((await manager.send('DELETE', `/api/form-messages/${first!.id}`)).status).toBe(404);
    expect((await received()).map(each => each.id)).toEqual(others.map(each => each.id));
    test.now += 31 * 86_400_000;
    await cleanMails(test.site);
    expect(await received()).toEqual([]);
  });

  it('take no more than so many within a while, and keep what was typed', async () => {
    for (let count = 0; count < formLimits.perAddress; count += 1) await send(whole);
    const held = await send(whole);
    expect(held.status).toBe(429);
    expect(held.text).toContain('value="nan@trewin.example"');
  });
});
