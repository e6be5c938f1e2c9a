import type { PlacementValue } from '@core/placement/placement';
import { samplePlacement } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
interface Field {
  readonly field: string;
  readonly note: string;
  readonly words: readonly { readonly text: string; readonly kind: string }[];
  readonly text: readonly { readonly note: string; readonly type: string }[] | null;
  readonly pictures: { readonly before: string | null; readonly after: string | null } | null;
}

describe('a comparison', () => {
  const test = new TestSite();
  let margit: TestClient;
  beforeAll(async () => {
    await test.open();
    margit = await test.client('margit');
  });
  afterAll(() => test.close());
  const proposed = async (change: object) =>
    (await margit.post('/api/editions', { id: uuid(), title: 'x', changes: [change] })).json.changes[0].fields as readonly Field[];
  const liveOf = (recordId: string) => {
    const inForce = test.site.ledger.inForce(recordId, test.now, Infinity);
    if (inForce.state !== 'live') throw new Error('It is not live');
    return { baseRevisionId: inForce.revisionId, value: test.site.ledger.revision(inForce.revisionId!).value };
  };

  it('says from where to where something is placed, and marks the words of its rule', async () => {
    const recordId = uuid();
    const value = samplePlacement(test.blockId('Safe crossing times'), test.pageId('/visit'));
    const made = await margit.post('/api/editions', {
      id: uuid(),
      title: 'x',
      changes: [{ recordId, kind: 'placement', value, baseRevisionId: null }],
      move: { name: 'publish' },
    });
    expect(made.status).withContext(made.text).toBe(200);
    const { baseRevisionId } = liveOf(recordId);
    const rule: PlacementValue['rule'] = { ...value.rule, where: { any: [{ test: 'page', page: test.pageId('/about') }] } };
    const fields = await proposed({
      recordId,
      kind: 'placement',
      value: { ...value, target: { kind: 'region', name: 'aside' }, rule },
      baseRevisionId,
    });
    const [target, changed] = ['target', 'rule'].map(name => fields.find(each => each.field === name)!);
    expect(target!.note).toBe('Moved from main to aside.');
    const marked = (kind: string) => changed!.words.filter(each => each.kind === kind).map(each => each.text.trim());
    expect([marked('removed'), marked('added')]).toEqual([['Visit'], ['About']]);
  });

  it('shows pictures as pictures, and running text with its structure', async () => {
    const recordId = test.pageId('/visit/tern-point');
    const { baseRevisionId, value } = liveOf(recordId);
    const page = value as { fields: Record<string, unknown> };
    const other = test.site.ledger.recordsOf('file').find(({ id }) => {
      const inForce = test.site.ledger.inForce(id, test.now, Infinity);
      return (
        inForce.state === 'live' &&
        id !== page.fields['picture'] &&
        (liveOf(id).value as { content: { width: number | null } }).content.width !== null
      );
    })!;
    const body = { type: 'doc', content: [{ type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'New here' }] }] };
    const changes = { ...page, fields: { ...page.fields, picture: other.id, body } };
    const fields = await proposed({ recordId, kind: 'page', value: changes, baseRevisionId });
    const { pictures } = fields.find(each => each.field === 'fields.picture')!;
    expect([pictures!.before, pictures!.after].every(each => each?.startsWith('/media/'))).toBeTrue();
    expect(pictures!.before).not.toBe(pictures!.after);
    const { text } = fields.find(each => each.field === 'fields.body')!;
    expect(text!.some(each => each.type === 'heading')).toBeTrue();
  });
});
