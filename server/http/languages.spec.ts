import { freshLocale } from '@core/locale/site-locale';
import { lookUp } from '@core/locale/lookup';
import { textOfParagraphs } from '@core/rich-text/document';
import { mayRead } from '@core/placement/resolve';
import { anyone } from '@core/rule/who';
import { shippedWords } from '../public/locales';
import { sampleBlock, samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const zone = 'Europe/London';
const uuid = () => crypto.randomUUID();

describe('languages', () => {
  const test = new TestSite();
  let tomos: TestClient;
  let edwin: TestClient;
  let margit: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    test.options.publicAddress = 'https://reserves.example';
    await test.open();
    [tomos, edwin, margit, reader] = await Promise.all([test.client('tomos'), test.client('edwin'), test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());

  let title = '';
  let leaving = '';
  beforeAll(async () => {
    title = (await wordsOf(people())).title as string;
    expect((await write(edwin, people(), { title: 'Y bobl', segment: 'pobl' })).status).toBe(200);
    const page = test.pageId('/wildlife/gannet');
    const change = { recordId: page, kind: 'page', locale: 'de', retires: true, baseRevisionId: null };
    leaving = (await edwin.post('/api/effect', { changes: [{ recordId: page, kind: 'page', locale: 'de', retires: true }] })).json[0].label;
    const gone = await edwin.post('/api/editions', { id: uuid(), title: 'Not in German', changes: [change], move: { name: 'publish' } });
    expect(gone.status).toBe(200);
  });

  const people = () => test.pageId('/about/people');
  const wordsOf = async (id: string, locale = 'cy', client = margit) =>
    (await client.get(`/api/records/${id}/words?locale=${locale}`)).json;
  const write = async (
    client: TestClient,
    id: string,
    words: object,
    part: Record<string, unknown> = {},
    move: object | null = { name: 'publish' },
  ) => {
    const locale = (part['locale'] as string | undefined) ?? 'cy';
    const held = await wordsOf(id, locale);
    const change = {
      recordId: id,
      kind: held.kind,
      locale,
      value: { version: 1, words },
      baseRevisionId: held.live?.revisionId ?? null,
      translatedFromId: held.baseRevisionId,
      ...part,
    };
    return client.post('/api/editions', { id: uuid(), title: 'Words', changes: [change], ...(move ? { move } : {}) });
  };
  const rewrite = async (id: string, change: object) => {
    const { live, kind } = (await margit.get(`/api/records/${id}`)).json;
    const value = { ...live.value, ...change };
    return margit.post('/api/editions', {
      id: uuid(),
      title: 'Anew',
      changes: [{ recordId: id, kind, value, baseRevisionId: live.revisionId }],
      move: { name: 'publish' },
    });
  };
  const stateOf = async (id: string, name: string, locale = 'cy') =>
    (await wordsOf(id, locale)).fields.find((each: { name: string }) => each.name === name);
  const alternatesIn = (html: string) =>
    [...html.matchAll(/<link rel="alternate" hreflang="([^"]+)" href="([^"]+)">/g)].map(found => [found[1]!, found[2]!] as const);

  it('give a page an address of its own, what it does not say follows, and the old address leads on', async () => {
    const welsh = await reader.get('/cy/amdanom-ni/pobl');
    expect([welsh.status, welsh.text.includes('<html lang="cy" dir="ltr">'), welsh.text.includes('<h1>Y bobl</h1>')]).toEqual([
      200,
      true,
      true,
    ]);
    expect(welsh.text).toContain('Neidio i’r testun');
    expect((await reader.get('/about/people')).text).toContain(`<h1>${title}</h1>`);
    const old = await reader.get('/cy/amdanom-ni/people');
    expect([old.status, old.headers.get('location')]).toEqual([308, '/cy/amdanom-ni/pobl']);
    const body = await stateOf(people(), 'fields.standfirst');
    expect([body.state, body.followedFrom, (await stateOf(people(), 'title')).state]).toEqual(['follows', 'en-GB', 'own']);
  });

  it('are written by whoever holds the locale, reviewed, and live from their own date', async () => {
    const page = test.pageId('/join/gift');
    expect((await write(tomos, page, { title: 'Ymuno' }, { locale: 'de' }, null)).status).toBe(403);
    expect((await write(tomos, page, { title: 'Ymuno' })).status).toBe(403);
    const sent = await write(tomos, page, { title: 'Ymuno â ni' }, {}, { name: 'send for review' });
    expect([sent.status, sent.json.changes[0].locale, sent.json.changes[0].fields[0].after]).toEqual([200, 'cy', 'Ymuno â ni']);
    expect(sent.json.changes[0].effect.label).toBe('Changes 1 page in Cymraeg');
    const approved = await edwin.move(sent.json.id, { name: 'approve', times: { from: { local: '2027-03-22T06:00', zone } } });
    expect(approved.status).toBe(200);
    expect((await reader.get('/cy/ymuno/gift')).text).not.toContain('Ymuno â ni');
    test.now = Date.parse('2027-03-22T06:00Z');
    expect((await reader.get('/cy/ymuno/gift')).text).toContain('<h1>Ymuno â ni</h1>');
    expect((await reader.get('/join/gift')).text).not.toContain('Ymuno â ni');
    test.now = setDay;
  });

  it('are behind, word by word, when what they were made from moves on, until they are written anew or found still right', async () => {
    const page = test.pageId('/visit/tern-point/hides');
    const { live } = (await margit.get(`/api/records/${page}`)).json;
    const body = textOfParagraphs('Mae’r bws yn aros wrth y bont.');
    await write(edwin, page, { title: 'Cyrraedd', 'fields.standfirst': 'Ar y bws.', 'fields.body': body });
    await rewrite(page, { title: 'How to get here', fields: { ...live.value.fields, standfirst: 'By bus, by bike.' } });
    const [title, standfirst] = [await stateOf(page, 'title'), await stateOf(page, 'fields.standfirst')];
    expect([title.state, standfirst.state, (await stateOf(page, 'fields.body')).state]).toEqual(['behind', 'behind', 'own']);
    expect(
      title.sourceChange.some((part: { kind: string; text: string }) => part.kind === 'added' && part.text.includes('How')),
    ).toBeTrue();
    const cell = async () =>
      (await margit.get('/api/coverage?kind=page')).json.rows.find((row: { id: string }) => row.id === page).cells[
        test.site.settings.locales.findIndex(each => each.tag === 'cy')
      ];
    expect((await cell()).slice(1, 4)).toEqual([3, 3, 2]);
    const words = (await wordsOf(page)).live.value.words;
    await write(edwin, page, words, { stillRight: ['title'] });
    expect([(await stateOf(page, 'title')).state, (await stateOf(page, 'fields.standfirst')).state]).toEqual(['own', 'behind']);
    await write(edwin, page, { ...words, 'fields.standfirst': 'Ar y bws neu ar y beic.' });
    expect((await cell()).slice(0, 4)).toEqual(['o', 3, 3, 0]);
    await write(edwin, page, { title: 'Cyrraedd' });
    expect((await stateOf(page, 'fields.body')).state).toBe('follows');
  });

  it('long behind are found by health, and so are fixed words that nobody has said', async () => {
    const findings = async () =>
      (await margit.get('/api/health')).json.findings.map((each: { sentence: string }) => each.sentence).join('\n');
    expect(await findings()).toMatch(/“Join” in Cymraeg has been behind what it was made from for \d+ days\./);
    const before = test.site.settings.locales;
    await margit.put('/api/locales', { locales: [...before, { ...freshLocale('ga', before), state: 'open' }] });
    expect(await findings()).toContain('Gaeilge lacks');
    const said = Object.fromEntries(Object.keys(shippedWords(test.site)['en']!).map(name => [name, `${name}!`]));
    expect((await margit.put('/api/settings', { themeWords: { ga: said }, siteWords: { ga: { name: 'Merrowby' } } })).status).toBe(200);
    expect(await findings()).not.toContain('Gaeilge lacks');
    expect((await reader.get('/ga/visit')).text).toMatch(/<title>Visit · Merrowby<\/title>[\s\S]*skip!/);
    expect((await margit.put('/api/settings', { themeWords: { it: {} } })).status).toBe(422);
    await margit.put('/api/locales', { locales: before });
  });

  it('leave a page out of one, and say where to go instead', async () => {
    expect(leaving).toBe('Takes off 1 page in Deutsch');
    expect([(await reader.get('/de/tiere-und-pflanzen/gannet')).status, (await reader.get('/wildlife/gannet')).status]).toEqual([404, 200]);
    const here = await reader.get('/wildlife/gannet');
    expect(alternatesIn(here.text).map(([tag]) => tag)).not.toContain('de');
    const front = {
      recordId: test.pageId('/'),
      kind: 'page',
      locale: 'de',
      retires: true,
      baseRevisionId: (await wordsOf(test.pageId('/'), 'de')).live?.revisionId ?? null,
    };
    expect((await edwin.post('/api/editions', { id: uuid(), title: 'x', changes: [front], move: { name: 'publish' } })).status).toBe(422);
  });

  it('hold what began in one of them for that one alone', async () => {
    const [block, placement] = [uuid(), uuid()];
    const notice = sampleBlock({ title: 'Ar gau', fields: { ...sampleBlock().fields, text: 'Ar gau dros y Pasg.' } });
    const made = await margit.post('/api/editions', {
      id: uuid(),
      title: 'A Welsh notice',
      changes: [
        { recordId: block, kind: 'block', locale: 'cy', value: notice, baseRevisionId: null },
        {
          recordId: placement,
          kind: 'placement',
          locale: 'cy',
          value: samplePlacement(block, test.pageId('/visit')),
          baseRevisionId: null,
        },
      ],
      move: { name: 'publish' },
    });
    expect(made.status).toBe(200);
    expect([
      (await reader.get('/cy/ymweld')).text.includes('Ar gau dros'),
      (await reader.get('/visit')).text.includes('Ar gau dros'),
    ]).toEqual([true, false]);
    await test.stop();
    await test.start();
    [tomos, edwin, margit, reader] = await Promise.all([test.client('tomos'), test.client('edwin'), test.client('margit'), test.client()]);
    expect((await reader.get('/cy/ymweld')).text).toContain('Ar gau dros');
  });

  it('are refused where an address is taken there, or a field may not differ', async () => {
    const sibling = test.site.snapshots
      .readIn('cy', [])
      .pageByPath.get('/cy/amdanom-ni')!
      .children.find(each => each.id !== people())!;
    const taken = await write(edwin, sibling.id, { segment: 'pobl' });
    expect(taken.json.errors.map((each: { pointer: string }) => each.pointer)).toEqual(['/changes/0/value/words/segment']);
    expect((await write(edwin, people(), { 'fields.topics': ['adar'] })).status).toBe(422);
    expect((await write(edwin, people(), { title: '' })).json.errors[0].pointer).toBe('/changes/0/value/words/title');
    expect((await write(edwin, people(), { title: 'x' }, { baseRevisionId: null })).status).toBe(409);
    expect((await write(edwin, people(), { title: 'x' }, { translatedFromId: uuid() })).status).toBe(422);
    expect((await margit.get(`/api/records/${people()}/words?locale=en_GB`)).status).toBe(422);
    expect((await margit.get(`/api/records/${people()}/words?locale=it`)).status).toBe(422);
  });

  // Google's documentation of hreflang asks for it, and it is common practice: alternates that do not name each other back count for nothing.
  it('name each other back on every page that anybody may read, and in the sitemap', async () => {
    const named = new Map<string, string>();
    const read = test.site.settings.locales.filter(each => each.state === 'open');
    for (const { tag } of read)
      for (const page of test.site.snapshots.readIn(tag, []).pages.filter(each => mayRead(each, anyone))) {
        const answer = await reader.get(page.address);
        const own = `https://reserves.example${page.address}`;
        const alternates = alternatesIn(answer.text);
        expect(answer.text).toContain(`<link rel="canonical" href="${own}">`);
        expect(alternates.some(([lang, address]) => lang === tag && address === own))
          .withContext(own)
          .toBeTrue();
        expect(alternates.filter(([lang]) => lang === 'x-default').length).toBe(1);
        named.set(own, JSON.stringify(alternates));
        for (const [, address] of alternates) if (named.has(address)) expect(named.get(address)).withContext(address).toBe(named.get(own));
      }
    const sitemap = (await reader.get('/sitemap.xml')).text;
    expect([...sitemap.matchAll(/<url>/g)].length).toBe(named.size);
    expect(sitemap).toContain('<xhtml:link rel="alternate" hreflang="cy" href="https://reserves.example/cy/amdanom-ni/pobl"/>');
  });

  it('are offered by what a browser reads, and never forced', async () => {
    const offered = async (at: string, header: string) => {
      const { headers, json } = await reader.get(`/language-offer?at=${encodeURIComponent(at)}`, { 'accept-language': header });
      expect([headers.get('cache-control'), headers.get('vary')?.includes('Accept-Language')]).toEqual(['no-store', true]);
      return json.offer && [json.offer.tag, json.offer.address];
    };
    expect(await offered('/about/people', 'cy-GB, en;q=0.5')).toEqual(['cy', '/cy/amdanom-ni/pobl']);
    expect(await offered('/about/people', 'en-GB, cy;q=0.5')).toBeNull();
    expect(await offered('/wildlife/gannet', 'de')).toBeNull();
    expect(await offered('/about/people', 'fr')).toBeNull();
    expect(lookUp([{ range: 'fr', weight: 1 }], ['en-GB'])).toBeNull();
    const page = await reader.get('/about/people', { 'accept-language': 'cy' });
    expect([page.status, page.headers.get('vary')?.includes('Language') ?? false]).toEqual([200, false]);
  });

  it('that only the staff has yet are nowhere for anybody else', async () => {
    expect([(await reader.get('/fr/visiter')).status, (await margit.get('/fr/visiter')).status]).toEqual([404, 200]);
    expect((await reader.get('/visit')).text).not.toContain('hreflang="fr"');
    expect((await margit.get('/visit')).text).toContain('hreflang="fr"');
  });

  it('are set by whoever sets the whole site, and say first what that does', async () => {
    const before = test.site.settings.locales;
    const more = [...before, freshLocale('ga', before)];
    expect((await margit.post('/api/locales/report', { locales: more })).json.sentences[0]).toMatch(
      /^Gaeilge comes: \d+ pages at \/ga, read by the staff\./,
    );
    expect((await edwin.put('/api/locales', { locales: more })).status).toBe(403);
    for (const [part, pointer] of [
      [{ prefix: 'visit' }, '/locales/6/prefix'],
      [{ prefix: 'api' }, '/locales/6/prefix'],
      [{ prefix: '..' }, '/locales/6/prefix'],
      [{ prefix: 'cy' }, '/locales/6/prefix'],
      [{ tag: 'en_GB' }, '/locales/6/tag'],
      [{ tag: 'xx-invalid-tag-which-is-long' }, '/locales/6/tag'],
      [{ tag: 'x-private' }, '/locales/6/tag'],
      [{ follows: 'ga' }, '/locales/6/follows'],
    ] as const) {
      const answer = await margit.put('/api/locales', { locales: [...before, { ...freshLocale('ga', before), ...part }] });
      expect([answer.status, answer.json.errors?.[0].pointer]).toEqual([422, pointer]);
    }
    expect((await margit.put('/api/locales', { locales: more })).status).toBe(200);
    expect((await margit.get('/ga/visit')).status).toBe(200);
    const segment = await rewrite(test.pageId('/join'), { segment: 'ga' });
    expect(segment.json.errors[0].detail).toContain('Gaeilge');
    const [english, welsh, ...rest] = before;
    const swapped = [{ ...welsh!, prefix: '', state: 'open' as const }, { ...english!, prefix: 'en', follows: '' }, ...rest];
    const report = (await margit.post('/api/locales/report', { locales: swapped })).json.sentences.join(' ');
    expect(report).toMatch(/Cymraeg becomes the first locale.*have no words in it yet/);
    await margit.put('/api/locales', { locales: before });
  });

  it('have their own hosts where somebody says so, and lead on from earlier prefixes', async () => {
    const before = test.site.settings.locales;
    const german = before.findIndex(each => each.tag === 'de');
    const hosted = before.map((each, at) => (at === german ? { ...each, prefix: '', host: 'de.reserves.example' } : each));
    expect((await margit.put('/api/locales', { locales: hosted })).status).toBe(200);
    const segment = test.site.snapshots.readIn('de', []).pageById.get(test.pageId('/visit'))!.address.split('/').pop()!;
    const at = (host: string, path: string) => reader.raw(path, host);
    const [german1, english1] = [await at('de.reserves.example', `/${segment}`), await at('reserves.example', '/visit')];
    expect(german1).toMatch(/^HTTP\/1.1 200[\s\S]*<html lang="de"/);
    expect(english1).toMatch(/<link rel="alternate" hreflang="de" href="https:\/\/de\.reserves\.example\/[\w-]+">/);
    expect(german1).toMatch(/<link rel="alternate" hreflang="en-GB" href="https:\/\/reserves\.example\/visit">/);
    // The prefix that German had leads on to its host; a host that is nobody's is read in the first locale.
    expect(await at('reserves.example', `/de/${segment}`)).toMatch(
      /^HTTP\/1.1 308[\s\S]*Location: https:\/\/de\.reserves\.example\/[\w-]+/i,
    );
    expect(await at('other.example', '/visit')).toMatch(/<html lang="en-GB"/);
    const renamed = before.map(each => (each.tag === 'cy' ? { ...each, prefix: 'cymraeg' } : each));
    const report = (await margit.post('/api/locales/report', { locales: renamed })).json.sentences.join(' ');
    expect(report).toContain('the old addresses lead on');
    await margit.put('/api/locales', { locales: renamed });
    const moved = await reader.get('/cy/amdanom-ni/pobl?a=1');
    expect([moved.status, moved.headers.get('location')]).toEqual([308, '/cymraeg/amdanom-ni/pobl?a=1']);
    await margit.put('/api/locales', { locales: before });
    expect((await reader.get('/cymraeg/amdanom-ni/pobl')).headers.get('location')).toBe('/cy/amdanom-ni/pobl');
  });

  it('are undone like all else', async () => {
    const id = test.pageId('/about/people');
    const held = (await wordsOf(id)).live;
    const made = await write(edwin, id, { ...held.value.words, title: 'Ein pobl' });
    expect((await reader.get('/cy/amdanom-ni/pobl')).text).toContain('Ein pobl');
    const undoing = (await edwin.get(`/api/editions/${made.json.id}/undoing`)).json;
    const changes = undoing.changes.map(({ title: _, ...change }: Record<string, unknown>) => change);
    expect(changes.map((each: { locale: string }) => each.locale)).toEqual(['cy']);
    const undone = await edwin.post('/api/editions', { id: uuid(), title: 'Undone', changes, move: { name: 'publish' } });
    expect(undone.status).withContext(undone.text).toBe(200);
    expect((await wordsOf(id)).live.value.words).toEqual(held.value.words);
    expect((await reader.get('/cy/amdanom-ni/pobl')).text).not.toContain('Ein pobl');
  });

  it('are told of in health where a link leads into another, and where everything is to be written', async () => {
    const findings = async () =>
      (await margit.get('/api/health')).json.findings.filter((each: { kind: string }) =>
        ['link into another language', 'not written'].includes(each.kind),
      );
    const body = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [{ type: 'text', text: 'Besuch', marks: [{ type: 'link', attrs: { page: null, address: '/de/nirgends' } }] }],
        },
      ],
    };
    const change = {
      recordId: uuid(),
      kind: 'block',
      value: sampleBlock({ type: 'rich text', title: 'Away', fields: { body } }),
      baseRevisionId: null,
    };
    expect((await margit.post('/api/editions', { id: uuid(), title: 'x', changes: [change], move: { name: 'publish' } })).status).toBe(200);
    const [link] = (await findings()).filter((each: { kind: string }) => each.kind === 'link into another language');
    expect(link.sentence).toBe('“Away” in English (United Kingdom) leads into Deutsch (/de/nirgends).');
    const before = test.site.settings.locales;
    const unwritten = async () =>
      (await findings()).filter((each: { kind: string }) => each.kind === 'not written').map((each: { sentence: string }) => each.sentence);
    expect((await unwritten())[0]).toMatch(/^\d+ pages of \d+ have no words of their own in Cymraeg/);
    await margit.put('/api/locales', { locales: before.map(each => ({ ...each, isWhole: false })) });
    expect(await unwritten()).toEqual([]);
    await margit.put('/api/locales', { locales: before });
    expect((await margit.put('/api/settings', { behindAfterDays: -1 })).status).toBe(422);
  });

  it('are dressed by section and language as the site says', async () => {
    const styles = [{ style: 'dusk', section: test.pageId('/about'), locale: 'cy' }];
    expect((await edwin.put('/api/settings', { styles })).status).toBe(403);
    expect((await margit.put('/api/settings', { styles: [{ ...styles[0], style: 'neon' }] })).json.errors[0].pointer).toBe(
      '/styles/0/style',
    );
    expect((await margit.put('/api/settings', { styles })).status).toBe(200);
    const isDusk = async (at: string) => (await reader.get(at)).text.includes('data-style="dusk"');
    expect([await isDusk('/cy/amdanom-ni'), await isDusk('/cy/amdanom-ni/pobl'), await isDusk('/about'), await isDusk('/cy')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    await margit.put('/api/settings', { styles: [] });
    expect(await isDusk('/cy/amdanom-ni')).toBeFalse();
  });

  it('differ in the fields that the site chooses, and keep what was written before it chose', async () => {
    const id = test.pageId('/about');
    const choose = (fields: object) => margit.put('/api/settings', { wordChoices: { 'page page': fields } });
    expect((await margit.put('/api/settings', { wordChoices: { 'page none': {} } })).status).toBe(422);
    expect((await choose({ nothing: true })).json.errors[0].pointer).toBe('/wordChoices/page page/nothing');
    const held = (await wordsOf(id)).live;
    const topics = { ...held.value.words, 'fields.topics': ['ymweld'] };
    expect((await write(edwin, id, topics)).status).toBe(422);
    expect((await choose({ topics: true, standfirst: false })).status).toBe(200);
    const fields = (await wordsOf(id)).fields as { name: string; mayDiffer: boolean }[];
    expect(
      fields
        .filter(each => ['fields.topics', 'fields.standfirst'].includes(each.name))
        .map(each => each.mayDiffer)
        .sort(),
    ).toEqual([false, true]);
    expect((await write(edwin, id, topics)).status).toBe(200);
    expect((await write(edwin, id, { ...topics, 'fields.standfirst': 'Newydd' })).json.errors[0].detail).toBe(
      'It is the same in every locale.',
    );
    // Nobody has to take back what was written before; it is read until then.
    await choose({ topics: false });
    expect((await write(edwin, id, { ...topics, title: 'Amdanom' })).status).toBe(200);
    expect(test.site.snapshots.readIn('cy', []).pageById.get(id)!.facts.topics).toEqual(['ymweld']);
    await test.stop();
    await test.start();
    [tomos, edwin, margit, reader] = await Promise.all([test.client('tomos'), test.client('edwin'), test.client('margit'), test.client()]);
    expect(test.site.snapshots.readIn('cy', []).pageById.get(id)!.facts.topics).toEqual(['ymweld']);
    await margit.put('/api/settings', { wordChoices: {} });
  });
});
