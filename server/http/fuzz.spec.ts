import { operations, type Operation } from '@contract/operations';
import fc from 'fast-check';
import { everywhere } from '@core/rule/rule';
import { sampleBlock, sampleEdition, samplePlacement } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

/** How many requests are made, with which seed: the same every time. */
const many = 3_000;
const seed = 20_270_318;

/** The longest that any answer may take here, in milliseconds: far over what each takes, so that only a stall is found. */
const longest = 10_000;

const odd = fc.constantFrom<unknown[]>(
  null,
  '',
  ' ',
  'constructor',
  '__proto__',
  'toString',
  '\u0000',
  '\ud800',
  '𝕏'.repeat(40),
  'a'.repeat(3_000),
  -1,
  0,
  1e308,
  Number.MAX_SAFE_INTEGER,
  true,
  [],
  {},
  [[[]]],
  { test: 'constructor' },
  { $ref: '#' },
  '9999-12-31T23:59',
  '2027-03-28T01:30',
  'FREQ=SECONDLY',
  '../../etc/passwd',
);

/** A way through a body, and what is put at its end. */
interface Mutation {
  readonly turns: readonly number[];
  readonly value: unknown;
  readonly act: 'replace' | 'remove' | 'rename';
}
const mutation: fc.Arbitrary<Mutation> = fc.record({
  turns: fc.array(fc.nat(30), { minLength: 1, maxLength: 6 }),
  value: fc.oneof(odd, fc.jsonValue()),
  act: fc.constantFrom('replace', 'replace', 'replace', 'remove', 'rename'),
});

function mutated(body: unknown, { turns, value, act }: Mutation): unknown {
  const [turn, ...rest] = turns;
  if (typeof body !== 'object' || body === null || turn === undefined) return value;
  const keys = Object.keys(body);
  if (keys.length === 0) return value;
  const key = keys[turn % keys.length]!;
  const copy = (Array.isArray(body) ? [...body] : { ...body }) as Record<string, unknown>;
  if (rest.length > 0 && typeof copy[key] === 'object' && copy[key] !== null) copy[key] = mutated(copy[key], { turns: rest, value, act });
  else if (act === 'remove') delete copy[key];
  else if (act === 'rename') Object.assign(copy, { ['constructor']: copy[key] });
  else copy[key] = value;
  return copy;
}

describe('every operation, asked for nonsense', () => {
  const test = new TestSite();
  let client: TestClient;
  beforeAll(async () => {
    await test.open();
    client = await test.client('margit');
  });
  afterAll(() => test.close());

  it('answers with a refusal or a result, soon, and stores nothing that is not fit', async () => {
    const page = test.pageId('/visit');
    const placement = test.site.snapshots.at().placements[0]!;
    const proposal = test.site.ledger.openProposals()[0]!;
    const vantage = {
      page,
      reader: { signedIn: true, roles: [], memberships: ['member'] },
      moment: test.now,
      locale: null,
      query: { from: 'x' },
    };
    const overlay = {
      recordId: placement.id,
      kind: 'placement',
      value: samplePlacement(placement.value.blockId, page, {}, everywhere),
      retires: false,
    };
    // Whatever would be stored is sent without what makes it count, so that nothing is ever stored.
    const bodies: Record<string, unknown> = {
      createEdition: { ...sampleEdition(page), title: '' },
      moveEdition: { name: 'approve', decidedOn: [proposal.headRevisionId], times: { from: null, until: null }, remark: '' },
      saveProposal: { value: sampleBlock(), parentRevisionId: page, note: '' },
      view: { vantage, withEditions: [proposal.editionId], changes: [overlay], showing: placement.id },
      effect: { moment: test.now, withEditions: [], changes: [overlay] },
      readSiteFacts: { moment: null, locale: 'cy', withEditions: [], changes: [overlay] },
      readReach: { reader: vantage.reader, moment: null, changes: [overlay], placements: [placement.id], target: null },
      readRecords: { ids: [placement.id] },
      why: { placementId: placement.id, vantage, changes: [overlay] },
      checkExpectations: {
        changes: [overlay],
        times: { from: { local: '2027-04-01T06:00', zone: 'Europe/London' }, until: null },
        scheduled: 'keep',
      },
      copy: { blockId: placement.value.blockId, placementId: placement.id, differs: { order: 'a0', look: '' } },
      lookAs: { as: 'nobody of this name' },
    };
    const named = (Object.entries(operations) as [string, Operation][]).filter(
      ([name]) => !['signIn', 'signOut', 'saveLimits', 'saveSettings', 'saveFilter', 'dropFilter', 'deleteRecord'].includes(name),
    );
    const before = await test.rowCounts();
    const cases = fc.sample(
      fc.record({
        operation: fc.nat(named.length - 1),
        id: fc.oneof(fc.constantFrom(page, proposal.editionId, proposal.id, placement.id), odd.map(String)),
        mutations: fc.array(mutation, { minLength: 1, maxLength: 3 }),
        query: fc.dictionary(
          fc.constantFrom('moment', 'before', 'after', 'page', 'from', 'until', 'q', 'stage', '__proto__', 'x[y]'),
          odd.map(String),
          { maxKeys: 3 },
        ),
      }),
      { numRuns: many, seed },
    );
    const faults: string[] = [];
    let accepted = 0;
    for (const { operation, id, mutations, query } of cases) {
      const [name, { method, path }] = named[operation]!;
      const body = method === 'get' ? undefined : JSON.stringify(mutations.reduce(mutated, bodies[name] ?? {}) ?? null);
      const at = `/api${path.replace('{id}', encodeURIComponent(id.replace(/[\ud800-\udfff]/g, '?')))}?${new URLSearchParams(query as Record<string, string>)}`;
      const since = performance.now();
      const { status } = await client.send(
        method.toUpperCase(),
        at,
        body,
        body === undefined ? {} : { 'content-type': 'application/json' },
      );
      const took = performance.now() - since;
      if (name === 'createEdition' && status === 200) accepted += 1;
      if (status >= 500 || took > longest) faults.push(`${status} in ${Math.round(took)} ms: ${method} ${at} ${body?.slice(0, 600) ?? ''}`);
    }
    expect(faults).toEqual([]);
    // A nonsense that turned out fit may be stored; whatever was refused may not.
    const after = await test.rowCounts();
    expect([after[2]! - before[2]!, after[4]]).toEqual([accepted, before[4]!]);
    expect((await client.get('/')).status).toBe(200);
  }, 180_000);

  it('reads addresses that are none, and hosts that are none', async () => {
    const anyone = await test.client();
    const paths = fc.sample(fc.stringMatching(/^[\w%/\\.*:?&=#;+~-]{0,80}$/), { numRuns: 400, seed });
    for (const at of paths) {
      const head = await anyone.raw(`/${at}`);
      expect(head.slice(9, 12) < '500')
        .withContext(`/${at} ${head.slice(0, 60)}`)
        .toBeTrue();
    }
  });
});
