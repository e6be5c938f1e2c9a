import { freshLocale, type SiteLocale } from '@core/locale/site-locale';
import { type RichText, textOfParagraphs } from '@core/rich-text/document';
import { publishText } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();

describe('what helps whoever translates', () => {
  const test = new TestSite();
  let tomos: TestClient;
  let margit: TestClient;
  beforeAll(async () => {
    await test.open();
    [tomos, margit] = await Promise.all([test.client('tomos'), test.client('margit')]);
  });
  afterAll(() => test.close());

  const newBlock = (title: string, body: RichText) => publishText(margit, title, body);
  const write = (recordId: string, words: object, part: object = {}, move?: object, client = tomos) =>
    client.post('/api/editions', {
      id: uuid(),
      title: 'Words',
      changes: [{ recordId, kind: 'block', locale: 'cy', value: { version: 1, words, ...part }, baseRevisionId: null }],
      ...(move ? { move } : {}),
    });

  it('remembers what was written for the same words elsewhere, exact and near, block by block', async () => {
    const one = await newBlock('Lamps at dusk', textOfParagraphs('The pier is lit until midnight.', 'Mind the steps.'));
    expect(
      (await write(one, { title: 'Lampau', 'fields.body': textOfParagraphs('Mae’r pier yn olau tan hanner nos.', 'Gwyliwch y grisiau.') }))
        .status,
    ).toBe(200);
    const other = await newBlock('Lamps at dawn', textOfParagraphs('Mind the steps.', 'The pier is lit until eleven.'));
    const { fields } = (await tomos.get(`/api/records/${other}/memory?locale=cy`)).json;
    const body = fields.find((each: { name: string }) => each.name === 'fields.body');
    expect(
      body.segments.map((each: { key: string; matches: { target: string; likeness: number; recordId: string }[] }) => [
        each.key,
        each.matches[0]!.target,
        each.matches[0]!.likeness,
        each.matches[0]!.recordId,
      ]),
    ).toEqual([
      ['0', 'Gwyliwch y grisiau.', 100, one],
      ['1', 'Mae’r pier yn olau tan hanner nos.', 83, one],
    ]);
    // A record does not remember itself, and other locales remember nothing of it.
    expect((await tomos.get(`/api/records/${one}/memory?locale=de`)).json.fields).toEqual([]);
  });

  it('drafts by machine, links kept, marked until somebody has looked, and never live before', async () => {
    const link = { type: 'link', attrs: { page: test.pageId('/visit'), address: '' } };
    const body: RichText = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'The ' },
            { type: 'text', text: 'beach', marks: [link] },
            { type: 'text', text: ' is closed.' },
          ],
        },
      ],
    };
    const id = await newBlock('Beach and tide', body);
    const draft = await tomos.post(`/api/records/${id}/drafts`, { locale: 'cy', names: ['title', 'fields.body'] });
    expect(draft.json.words.title).toBe('Traeth a llanw');
    const [, linked] = draft.json.words['fields.body'].content[0].content;
    expect(linked).toEqual({ type: 'text', text: 'traeth', marks: [link] });
    const saved = await write(id, draft.json.words, { drafted: ['title', 'fields.body'] });
    expect(saved.status).withContext(saved.text).toBe(200);
    const edition = saved.json.id;
    await tomos.move(edition, { name: 'send for review' });
    const refused = await margit.move(edition, { name: 'approve' });
    expect(refused.status).toBe(422);
    expect(refused.json.errors.map((each: { pointer: string }) => each.pointer)).toEqual([
      '/changes/0/value/words/title',
      '/changes/0/value/words/fields.body',
    ]);
    // Whoever looks at one word and rewrites the other has looked at both.
    const { proposals } = (await tomos.get(`/api/records/${id}/words?locale=cy`)).json;
    const sent = await margit.post('/api/words/out', { locale: 'cy', ids: [id], only: 'all' });
    expect(sent.text).toContain('<segment state="initial">');
    const value = { version: 1, words: { ...draft.json.words, title: 'Traeth a’r llanw' } };
    const looked = await tomos.put(`/api/proposals/${proposals[0].id}`, { value, parentRevisionId: proposals[0].headRevisionId });
    expect(looked.status).withContext(looked.text).toBe(200);
    expect((await margit.move(edition, { name: 'approve' })).status).toBe(200);
  });

  it('says which languages a machine does not know, and drafts for nobody who does not write there', async () => {
    const id = test.pageId('/visit');
    expect((await margit.post(`/api/records/${id}/drafts`, { locale: 'en-US', names: ['title'] })).status).toBe(409);
    expect((await tomos.post(`/api/records/${id}/drafts`, { locale: 'de', names: ['title'] })).status).toBe(403);
  });

  it('keeps terms, each once', async () => {
    const terms = [{ term: 'pier', words: { cy: 'pier' } }];
    expect((await margit.put('/api/settings', { terms })).status).toBe(200);
    expect((await margit.get('/api/session')).json.desk.terms).toEqual([{ ...terms[0], note: '' }]);
    const twice = await margit.put('/api/settings', { terms: [...terms, { term: 'Pier', words: {} }] });
    expect(twice.json.errors[0].pointer).toBe('/terms/1/term');
    expect((await tomos.put('/api/settings', { terms })).status).toBe(403);
  });

  it('shows the staff the site in a pseudo-locale, in which nobody writes', async () => {
    const locales = test.site.settings.locales;
    const added: SiteLocale[] = ['en-XA', 'ar-XB'].map(tag => freshLocale(tag, locales));
    const open = await margit.put('/api/locales', { locales: [...locales, { ...added[0]!, state: 'open' }] });
    expect(open.json.errors[0].pointer).toMatch(/state$/);
    expect((await margit.put('/api/locales', { locales: [...locales, ...added] })).status).toBe(200);
    const page = await margit.get('/en-xa/visit');
    expect(page.status).toBe(200);
    expect(page.text).toContain('lang="en-XA"');
    expect(page.text).toContain('[Ṽîšîţ');
    const mirrored = (await margit.get('/ar-xb/visit')).text;
    expect(mirrored).toContain('<html lang="ar-XB" dir="rtl">');
    // All of it is in the locale itself: nothing says that it follows another.
    expect(mirrored.replace(/<nav[\s\S]*?<\/nav>|<link[^>]*>/g, '')).not.toContain('lang="en-GB"');
    expect((await (await test.client()).get('/en-xa/visit')).status).toBe(404);
    const id = test.pageId('/visit');
    expect((await margit.get(`/api/records/${id}/words?locale=en-XA`)).status).toBe(422);
    expect((await margit.get('/api/coverage')).json.locales).not.toContain('en-XA');
  });
});
