import { textOfParagraphs } from '@core/rich-text/document';
import { publishText } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const binary = { 'content-type': 'application/octet-stream' };

describe('words that go out to translators and come back', () => {
  const test = new TestSite();
  let tomos: TestClient;
  let margit: TestClient;
  beforeAll(async () => {
    await test.open();
    [tomos, margit] = await Promise.all([test.client('tomos'), test.client('margit')]);
  });
  afterAll(() => test.close());

  const out = (ids: readonly string[], part: object = {}, client = tomos) => client.post('/api/words/out', { locale: 'cy', ids, ...part });
  const back = (text: string | Buffer, query = 'trial=no', client = tomos) => client.send('POST', `/api/words/in?${query}`, text, binary);
  const wordsOf = async (id: string, client = tomos) => (await client.get(`/api/records/${id}/words?locale=cy`)).json;
  const newBlock = (title: string, body: string) => publishText(margit, title, textOfParagraphs(body));
  const rewrite = async (recordId: string, title: string) => {
    const { live } = (await margit.get(`/api/records/${recordId}`)).json;
    const change = { recordId, kind: 'block', value: { ...live.value, title }, baseRevisionId: live.revisionId };
    return margit.post('/api/editions', { id: uuid(), title, changes: [change], move: { name: 'publish' } });
  };
  const put = (text: string, source: string, target: string) =>
    text.replace(`<source>${source}</source>`, `<source>${source}</source><target>${target}</target>`);

  it('a whole round: out, translated, tried, taken in as a proposal of its own', async () => {
    const id = await newBlock('Lamps on the pier', 'Lit at dusk.');
    const sent = await out([id]);
    expect(sent.status).toBe(200);
    expect(sent.headers.get('content-type')).toContain('application/xliff+xml');
    const written = put(put(sent.text, 'Lamps on the pier', 'Lampau ar y pier'), 'Lit at dusk.', 'Ynghyn gyda’r nos.');
    const trial = (await back(written, 'trial=yes')).json;
    expect([trial.isTrial, trial.records, trial.editionId, trial.counts.taken]).toEqual([true, 1, null, 2]);
    expect((await wordsOf(id)).proposals).toEqual([]);
    const done = (await back(written)).json;
    expect(done.files[0].units.map((each: { target: string }) => each.target)).toEqual(['Lampau ar y pier', 'Ynghyn gyda’r nos.']);
    const { proposals } = await wordsOf(id);
    expect(proposals[0].editionId).toBe(done.editionId);
    expect(proposals[0].value.words).toEqual({ title: 'Lampau ar y pier', 'fields.body': textOfParagraphs('Ynghyn gyda’r nos.') });
    // The same again changes nothing; other words go on the same proposal.
    expect((await back(written)).json.counts['the same']).toBe(2);
    const corrected = (await out([id], { only: 'all' })).text.replace('Lampau', 'Llusernau');
    const again = (await back(corrected)).json;
    expect([again.records, again.editionId, again.counts.taken, again.counts['the same']]).toEqual([1, null, 1, 1]);
    expect((await wordsOf(id)).proposals.length).toBe(1);
    expect((await wordsOf(id)).proposals[0].value.words.title).toBe('Llusernau ar y pier');
  });

  it('what moved meanwhile is a conflict; taken all the same it is behind', async () => {
    const id = await newBlock('Tide tables', 'For the bay.');
    const written = put((await out([id])).text, 'Tide tables', 'Tablau llanw');
    await rewrite(id, 'Tide tables for 2027');
    const left = (await back(written)).json;
    expect([left.records, left.counts['base moved']]).toEqual([0, 1]);
    expect((await back(written, `conflicts=take&except=${id}:title`)).json.records).toBe(0);
    expect((await back(written, `except=${id}:title,${id}:fields.none`)).json.records).toBe(1);
    const field = (await wordsOf(id)).fields.find((each: { name: string }) => each.name === 'title');
    expect(field.state).toBe('behind');
    const sent = (await out([id])).text;
    expect(sent).toContain('subState="almanac:behind"');
    expect(sent).toContain('What is written was made from: Tide tables</note>');
  });

  it('refuses unit by unit what the site would not store, and nothing is half written', async () => {
    const [one, other] = [await newBlock('Hides', 'Open all year.'), await newBlock('Paths', 'Firm and flat.')];
    const sent = (await out([one, other])).text;
    const before = await test.rowCounts();
    const tooLong = put(put(sent, 'Hides', 'x'.repeat(201)), 'Paths', 'Llwybrau');
    const report = (await back(tooLong, 'trial=yes')).json;
    expect([report.counts.refused, report.counts.taken, report.records]).toEqual([1, 1, 1]);
    expect(report.files[0].units[0].detail).toContain('At most 200');
    expect(await test.rowCounts()).toEqual(before);
    // Words of a locale that somebody does not write, and a record that is nowhere.
    expect((await back(sent.replace('trgLang="cy"', 'trgLang="de"'), 'trial=yes')).json.counts.refused).toBeGreaterThan(0);
    expect((await back(put(sent, 'Paths', 'x').replaceAll(other, uuid()), 'trial=yes')).json.counts.refused).toBeGreaterThan(0);
  });

  it('refuses as a whole what is no such file', async () => {
    const head = (more = '') => `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en-GB" trgLang="cy"${more}>`;
    const bad: readonly (string | Buffer)[] = [
      '',
      'words, words',
      `<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]>${head()}</xliff>`,
      head().replace('cy', 'xx'),
      head().replace('cy', 'en-GB'),
      head().replace(' trgLang="cy"', '') + '</xliff>',
      `${head()}<file id="f">`,
      Buffer.from([0xff, 0xfe, 0x3c, 0]),
    ];
    for (const text of bad)
      expect((await back(text)).status)
        .withContext(String(text).slice(0, 60))
        .toBe(422);
    const large = await back(`${head()}<!--${'x'.repeat(20_000_001)}-->`);
    expect(large.status).toBe(413);
    for (const question of [{ locale: 'xx-1' }, { locale: 'es' }, { from: 'cy' }])
      expect((await out([test.pageId('/visit')], question)).status).toBe(422);
  });

  it('a table of menus and fixed words goes out to a spreadsheet and comes back', async () => {
    const menu = test.site.ledger.recordsOf('menu')[0]!.id;
    const sent = await margit.post('/api/words/out', { locale: 'de', ids: [menu], as: 'csv', only: 'all', fixedWords: true });
    expect(sent.headers.get('content-type')).toContain('text/csv');
    const rows = sent.text.replace('\uFEFF', '').trim().split('\n');
    expect(rows[0]).toBe('record,part,label,made from,en-GB,de');
    const theme = rows.find(row => row.startsWith('words of the theme,skip,'))!;
    const title = rows.find(row => row.startsWith(menu) && row.includes(',title,'))!;
    const withWords = (row: string, words: string) => `${row.slice(0, row.lastIndexOf(',') + 1)}${words}`;
    const written = [rows[0], withWords(theme, "'=Zum Text"), withWords(title, 'Hauptmenü'), `${menu},entries:none.words,,,x,y`].join('\n');
    const table = (text: string, client = margit, query = 'trial=no') => client.send('POST', `/api/words/in?as=csv&${query}`, text, binary);
    const report = (await table(written)).json;
    expect([report.counts.taken, report.counts.refused, report.records]).toEqual([2, 1, 2]);
    expect(test.site.settings.themeWords['de']!['skip']).toBe('=Zum Text');
    const { proposals } = (await margit.get(`/api/records/${menu}/words?locale=de`)).json;
    expect(proposals[0].value.words.title).toBe('Hauptmenü');
    // Whoever may not set fixed words is told so, line by line.
    const asTomos = (await table([rows[0]!.replace(',de', ',cy'), withWords(theme, 'Neidio')].join('\n'), tomos)).json;
    expect(asTomos.counts.refused).toBe(1);
    for (const text of ['', 'a,b', rows[0]!.replace(',de', ',zz-zz')]) expect((await table(text)).status).toBe(422);
  });

  it('a whole site goes out and is the same when it comes back', async () => {
    const ids = test.site.snapshots.at().pages.map(page => page.id);
    const sent = (await out(ids, { only: 'all' })).text;
    const report = (await back(sent, 'trial=yes', margit)).json;
    expect([report.records, report.counts.refused, report.counts.taken]).toEqual([0, 0, 0]);
    expect(report.counts['the same']).toBeGreaterThan(10);
  });
});
