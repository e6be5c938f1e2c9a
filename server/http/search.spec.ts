import type { PageValue } from '@core/page/page';
import { pageTextOf } from '@core/search/page-text';
import { questionOf } from '@core/search/question';
import { stemsOf } from '@core/search/tokens';
import { anyone } from '@core/rule/who';
import type { View } from '@contract/messages';
import { mayRead } from '@core/placement/resolve';
import fc from 'fast-check';
import { search } from '../services/search';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const day = 86_400_000;

describe('the search of the public site', () => {
  const test = new TestSite();
  let manager: TestClient;
  let reader: TestClient;
  let member: TestClient;
  beforeAll(async () => {
    await test.open();
    [manager, reader, member] = await Promise.all([test.client('margit'), test.client(), test.client('nell')]);
  });
  afterAll(() => test.close());
  beforeEach(() => (test.now = setDay));

  const found = async (words: string, client = reader, path = '/search') => {
    const { status, text } = await client.get(`${path}?q=${encodeURIComponent(words)}`);
    expect(status).toBe(200);
    return [...text.matchAll(/<h2><a href="([^"]*)">/g)].map(each => each[1]!);
  };
  const publish = async (value: Partial<PageValue>, times: object = {}) => {
    const base = (await manager.get(`/api/records/${test.pageId('/about')}`)).json.live.value as PageValue;
    const page = { ...base, parentId: test.pageId('/about'), menuLabel: '', ...value, fields: { ...base.fields, ...value.fields } };
    const recordId = uuid();
    const changes = [{ recordId, kind: 'page', value: page, baseRevisionId: null }];
    const made = await manager.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish', times } });
    expect(made.status).withContext(made.text).toBe(200);
    return recordId;
  };

  it('finds what readers may read, and neither tells of the rest nor counts it', async () => {
    await publish({ title: 'Zibeline for all', segment: 'zibeline-all' });
    await publish({
      title: 'Zibeline for members',
      segment: 'zibeline-members',
      readers: { all: [{ test: 'membership', membership: 'member' }] },
    });
    expect(await found('zibelines')).toEqual(['/about/zibeline-all']);
    expect((await reader.get('/search?q=zibeline')).text).toContain('Pages found: 1');
    expect((await found('zibelines', member)).sort()).toEqual(['/about/zibeline-all', '/about/zibeline-members']);
    const { headers } = await reader.get('/search?q=zibeline');
    expect([headers.get('cache-control'), /script-src[^;]*unsafe-inline/.test(headers.get('content-security-policy') ?? '')]).toEqual([
      'private, no-store',
      false,
    ]);
  });

  it('takes in at once what begins, and lets go at the very instant of what ends', async () => {
    const times = {
      from: { local: '2027-03-20T12:00', zone: 'Europe/London' },
      until: { local: '2027-03-21T12:00', zone: 'Europe/London' },
    };
    await publish({ title: 'Quokka day', segment: 'quokka' }, times);
    expect(await found('quokka')).toEqual([]);
    test.now = Date.parse('2027-03-20T12:00Z');
    expect(await found('quokka')).toEqual(['/about/quokka']);
    test.now = Date.parse('2027-03-21T12:00Z') - 1;
    expect(await found('quokka')).toEqual(['/about/quokka']);
    test.now += 1;
    expect(await found('quokka')).toEqual([]);
    // Staff who look at another moment search in it.
    test.now = setDay;
    const then = await manager.get('/search?q=quokka&almanac-at=2027-03-21T09:00');
    expect(then.text).toContain('href="/about/quokka"');
    const view = async (moment: number | null) =>
      ((await manager.post('/api/view', { vantage: { page: 'service:search', moment, query: { q: 'quokka' } } })).json as View).html;
    expect([(await view(null)).includes('/about/quokka'), (await view(setDay + 2.5 * day)).includes('/about/quokka')]).toEqual([
      false,
      true,
    ]);
  });

  it('reads words in the language of the page, each where it is', async () => {
    expect(await found('ymweld', reader, '/cy/search')).toContain('/cy/ymweld');
    expect(await found('ymweld')).toEqual([]);
    expect((await reader.get('/cy/search')).text).toContain('Geiriau i chwilio amdanynt');
  });

  it('says what to try where nothing is found, offers what has some of the words, and turns pages', async () => {
    expect((await reader.get('/search?q=xyzzy')).text).toContain('No page has these words.');
    expect((await reader.get('/search?q=tern+xyzzy')).text).toContain('these have some of them');
    const first = await found('the');
    expect(first.length).toBe(10);
    const { text } = await reader.get('/search?q=the&page=2');
    const next = [...text.matchAll(/<h2><a href="([^"]*)">/g)].map(each => each[1]!);
    expect(next.some(each => first.includes(each))).toBeFalse();
    for (const page of ['0', '-1', 'x', '99999999'])
      expect((await reader.get(`/search?q=the&page=${page}`)).status)
        .withContext(page)
        .toBe(200);
  });

  it('shows what was typed as it was, and takes none of it for a command', async () => {
    for (const words of [
      '"',
      '")',
      'title:tern',
      'tern*',
      'NEAR(a b)',
      "'; DROP TABLE pages; --",
      '<script>alert(1)</script>',
      '-',
      'a'.repeat(5_000),
    ]) {
      const { status, text } = await reader.get(`/search?q=${encodeURIComponent(words)}`);
      expect(status).withContext(words).toBe(200);
      expect(text).not.toContain('<script>alert');
    }
  });

  it('finds what a plain scan of all pages finds', async () => {
    const snapshot = test.site.snapshots.at();
    const { registry } = test.site;
    const words = [...new Set(snapshot.pages.flatMap(page => Object.values(pageTextOf(page.value, registry)).join(' ').split(/\s+/)))];
    const stems = new Map(
      snapshot.pages.map(page => {
        const { title, intro, body } = pageTextOf(page.value, registry);
        return [page.id, [title, intro, body].map(each => stemsOf(each, 'en-GB').split(' '))] as const;
      }),
    );
    const says = (id: string, phrase: readonly string[]) =>
      stems.get(id)!.some(part => part.some((_, at) => phrase.every((stem, offset) => part[at + offset] === stem)));
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom(...words), { minLength: 1, maxLength: 2 }),
        fc.constantFrom(...words),
        async (some, not) => {
          const typed = `${some.join(' ')} -${not.replace(/\W/g, '')}`;
          const question = questionOf(typed, 'en-GB');
          const scanned = snapshot.pages.filter(
            page =>
              mayRead(page, anyone) &&
              question.wanted.length > 0 &&
              question.wanted.every(phrase => says(page.id, phrase)) &&
              !question.unwanted.some(phrase => says(page.id, phrase)),
          );
          const { count, isOfSome } = await search(test.site, snapshot, anyone, { typed, at: 1 });
          expect(isOfSome ? 0 : count)
            .withContext(typed)
            .toBe(scanned.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});
