import { TestSite, type TestClient } from '../testing/test-site';

const german = { 'accept-language': 'de-AT, en;q=0.5' };
const uuid = () => crypto.randomUUID();

describe('the language of answers', () => {
  const test = new TestSite();
  let margit: TestClient;
  let bea: TestClient;
  beforeAll(async () => {
    await test.open();
    [margit, bea] = await Promise.all([test.client('margit'), test.client('bea')]);
  });
  afterAll(() => test.close());

  // RFC 9110 sections 8.5 and 12.5.5; RFC 9457 section 3.1: title and detail are for people and may be localised, the type is not.
  it('is the one that is asked for, in refusals as in sentences, and is told', async () => {
    const held = (await margit.get(`/api/records/${test.blockId('Storm warning')}`)).json.live;
    const change = {
      recordId: test.blockId('Storm warning'),
      kind: 'block',
      value: { ...held.value, title: '' },
      baseRevisionId: held.revisionId,
    };
    const edition = () => ({ id: uuid(), title: 'x', changes: [change] });
    const answers = await Promise.all([bea.post('/api/editions', edition(), german), bea.post('/api/editions', edition())]);
    expect(answers.map(each => [each.status, each.headers.get('content-language'), each.json.title, each.json.type])).toEqual([
      [422, 'de', 'Einige Werte stimmen nicht', 'urn:lucid-almanac:problem:invalid'],
      [422, 'en-GB', 'Some values are not right', 'urn:lucid-almanac:problem:invalid'],
    ]);
    expect(answers.map(each => each.json.errors.find(({ pointer }: { pointer: string }) => pointer.endsWith('/title')).detail)).toEqual([
      'Darf nicht leer sein.',
      'Must not be empty.',
    ]);
    expect(answers[0].headers.get('vary')).toContain('Accept-Language');
  });

  it('is that of the one who asks, of many who ask at once, whoever began the work', async () => {
    const asked = await Promise.all(
      Array.from({ length: 8 }, (_, index) => margit.get('/api/today', index % 2 === 0 ? german : { 'accept-language': 'en' })),
    );
    const sentences = asked.map(each => each.json.faults.map((fault: { sentence: string }) => fault.sentence).join('\n'));
    sentences.forEach((text, index) => {
      expect(text).toMatch(index % 2 === 0 ? /„Boat appeal“ ist nie zu sehen/ : /“Boat appeal” never shows/);
      expect(text).not.toMatch(index % 2 === 0 ? /never shows/ : /nie zu sehen/);
    });
    expect(new Set(asked.map(each => each.json.faultCount)).size).toBe(1);
  });

  it('reaches types, theme and rules, and leaves what the site says as it is', async () => {
    const session = (await margit.get('/api/session', german)).json;
    const hero = session.desk.blockTypes.find((type: { name: string }) => type.name === 'hero');
    expect([hero.label, hero.fields[0].label, hero.purpose]).toEqual(['Eröffnungsbild', 'Überschrift', 'To read']);
    expect(session.desk.theme.regions.map((each: { label: string }) => each.label)).toContain('Hinweisband');
    const rows = (await margit.get('/api/placements', german)).json as readonly { title: string; where: string }[];
    expect(rows.find(row => row.title === 'Storm warning')!.where).toBe('Visit und allem darunter');
  });

  it('is English for whoever asks for none, or for one that is not spoken', async () => {
    for (const language of ['', '*', 'cy', 'fr;q=0.9, en', 'de;q=0']) {
      const answer = await margit.get('/api/nothing-here', { 'accept-language': language });
      expect(answer.json.detail).toBe('There is nothing at /nothing-here.');
    }
  });
});
