import type { Revision } from '@core/ledger/records';
import { shippedTypes, withBlockType } from '@core/registry/registry';
import { textOfParagraphs } from '@core/rich-text/document';
import { v7 as uuid } from 'uuid';
import { insertEntries, insertRevisions } from '../repositories/ledger-repository';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

describe('stored values', () => {
  const test = new TestSite();
  let margit: TestClient;
  beforeAll(async () => {
    await test.open();
    margit = await test.client('margit');
  });
  afterAll(() => test.close());

  const somebody = () => [...test.site.people.keys()][0]!;
  const revision = (recordId: string, locale: string, value: unknown): Revision => ({
    id: uuid(),
    recordId,
    locale,
    parentId: null,
    mergedFromId: null,
    translatedFromId: null,
    value,
    createdAt: setDay - 1_000,
    createdBy: somebody(),
    note: '',
  });
  const entry = (recordId: string, locale: string, revisionId: string) => ({
    publicationId: uuid(),
    recordId,
    locale,
    act: 'set' as const,
    revisionId,
    from: setDay - 1_000,
    until: null,
    fromTyped: null,
    untilTyped: null,
    afterwards: 'earlier' as const,
    recordedAt: setDay - 1_000,
    recordedBy: somebody(),
    reason: '',
    editionId: null,
  });
  const publish = async (recordId: string, locale: string, value: unknown) => {
    const made = revision(recordId, locale, value);
    await insertRevisions(test.site.knex, [made]);
    await insertEntries(test.site.knex, [entry(recordId, locale, made.id)]);
    return made.id;
  };
  const restart = async () => {
    await test.stop();
    await test.start();
    margit = await test.client('margit');
  };

  it('in another locale lie over the base for whoever reads in it, and cost the others nothing', async () => {
    const page = test.pageId('/visit/dogs');
    await publish(page, 'cy', { version: 1, words: { title: 'Cŵn', 'fields.body': textOfParagraphs('Ar dennyn.') } });
    await restart();
    const view = async (locale: string | null) => (await margit.post('/api/view', { vantage: { page, locale } })).json;
    const welsh = await view('cy');
    expect([welsh.page.title, welsh.html.includes('Ar dennyn.')]).toEqual(['Cŵn', true]);
    expect((await view(null)).page.title).toBe('Dogs');
    expect((await margit.get('/visit/dogs')).text).not.toContain('Ar dennyn.');
  });

  // Each is put where it is live, so that a reader would meet it.
  const deep = `{"type":"doc","content":[${'{"type":"blockquote","content":['.repeat(100_000)}{"type":"paragraph"}${']}'.repeat(100_000)}]}`;
  const block = (body: string) =>
    `{"version":2,"type":"rich text","typeVersion":1,"title":"Words","fields":{"body":${body}},"readers":null}`;
  const rows: readonly (readonly [what: string, raw: string, why: RegExp])[] = [
    ['a text a hundred thousand deep', block(deep), /at most 40 deep/],
    ['a text of ten megabytes', block(JSON.stringify(textOfParagraphs('x'.repeat(10_000_000)))), /At most 200,000 characters/],
    ['a text with a node that nobody knows', block('{"type":"doc","content":[{"type":"video"}]}'), /“video”/],
    ['a version that is to come', '{"version":9,"type":"rich text","title":"x","fields":{},"readers":null}', /version 9 of “block”/],
    [
      'a type that is to come',
      '{"version":2,"type":"quest","typeVersion":1,"title":"x","fields":{},"readers":null}',
      /no type of block “quest”/,
    ],
    ['a version of its type that is to come', '{"version":2,"type":"notice","typeVersion":4,"title":"x","fields":{},"readers":null}', /version 4 of “notice block”/], // prettier-ignore
  ];
  for (const [what, raw, why] of rows)
    it(`of ${what} are named, and the rest of the site answers`, async () => {
      const blockId = test.blockId('About the trust');
      const id = await publish(blockId, 'en-GB', {});
      await test.site.knex('revisions').where({ id }).update({ value: raw });
      await restart();
      expect(test.site.unreadable.find(each => each.row === id)?.why).toMatch(why);
      expect((await margit.get('/visit')).status).toBe(200);
      await test.site.knex('publication_entries').where({ revision_id: id }).delete();
      await test.site.knex('revisions').where({ id }).delete();
      await restart();
    });

  it('in another locale without words in the base are named', async () => {
    const recordId = uuid();
    await test.site.knex('records').insert({ id: recordId, kind: 'page', created_at: 0, created_by: somebody(), number: 1_000_000 });
    const id = await publish(recordId, 'cy', { version: 1, words: { title: 'Heb sail' } });
    await restart();
    expect(test.site.unreadable.find(each => each.row === id)?.why).toBe('it has no words in en-GB to lie over');
    expect((await margit.get('/')).status).toBe(200);
  });

  it('of a type with a kind of field that nobody knows are refused by that name', async () => {
    const fields = [{ name: 'sound', label: 'Sound', kind: 'sound', help: '' }];
    test.options.registry = withBlockType(shippedTypes, { name: 'sounds', label: 'Sounds', purpose: 'To read', description: '', version: 1, fields }); // prettier-ignore
    await test.stop();
    await expectAsync(test.start()).toBeRejectedWithError(/no kind of field “sound” is known here/);
    test.options.registry = undefined;
    await test.start();
  });
});
