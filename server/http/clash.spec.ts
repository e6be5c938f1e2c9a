import { sampleEdition } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

describe('changes that somebody else has overtaken', () => {
  const test = new TestSite();
  let administrator: TestClient;
  beforeAll(async () => {
    await test.open();
    administrator = await test.client('margit');
  });
  afterAll(() => test.close());
  const uuid = () => crypto.randomUUID();

  it('come back all of them, each with both versions and how they differ in words; those that clash with nothing do not', async () => {
    const edition = sampleEdition(test.pageId('/visit'));
    const [block, placement] = edition.changes;
    await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } });
    const live = (id: string) => {
      const state = test.site.ledger.inForce(id, test.now, Infinity);
      return state.state === 'live' ? state.revisionId : null;
    };
    const bases = [block!, placement!].map(each => live(each.recordId));
    const changed = (value: object, look: string) => [
      { ...block!, value: { ...block!.value, ...value }, baseRevisionId: bases[0] },
      { ...placement!, value: { ...placement!.value, look }, baseRevisionId: bases[1] },
    ];
    const first = { id: uuid(), title: 'First', changes: changed({ title: 'Theirs' }, 'quiet'), move: { name: 'publish' } };
    expect((await administrator.post('/api/editions', first)).status).toBe(200);
    const other = sampleEdition(test.pageId('/visit')).changes[0]!;
    const late = await administrator.post('/api/editions', {
      id: uuid(),
      title: 'Late',
      changes: [...changed({ title: 'Mine' }, 'tinted'), other],
    });
    expect([late.status, late.json.code, late.json.clashes.length]).toEqual([409, 'stale', 2]);
    const [words, dress] = late.json.clashes;
    expect([words.title, words.theirs.by, words.theirs.value.title, words.yours.title]).toEqual([
      'Mine',
      'Margit Halloran',
      'Theirs',
      'Mine',
    ]);
    expect(dress.fields.map((each: { label: string; before: string; after: string }) => [each.label, each.before, each.after])).toEqual([
      ['Look', 'quiet', 'tinted'],
    ]);
    const rebased = late.json.clashes.map((clash: { recordId: string; yours: object; theirs: { revisionId: string } }, index: number) => ({
      recordId: clash.recordId,
      kind: edition.changes[index]!.kind,
      value: clash.yours,
      baseRevisionId: clash.theirs.revisionId,
    }));
    expect((await administrator.post('/api/editions', { id: uuid(), title: 'Mine', changes: rebased })).status).toBe(200);
  });

  it('are shown as well when one of the two takes it off', async () => {
    const edition = sampleEdition(test.pageId('/visit'));
    const { recordId } = edition.changes[1]!;
    await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } });
    const off = { recordId, kind: 'placement', value: null, retires: true, baseRevisionId: uuid() };
    const answer = await administrator.post('/api/editions', { id: uuid(), title: 'Off', changes: [off] });
    expect([answer.status, answer.json.clashes[0].yours, answer.json.clashes[0].title]).toEqual([409, null, 'Moth lamps']);
  });
});
