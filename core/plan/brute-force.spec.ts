import fc from 'fast-check';
import { checkExpectation } from '../expectation/check';
import type { ExpectationValue } from '../expectation/expectation';
import { regionFindings } from '../health/region-health';
import { insetIdsOf } from '../inset/inset';
import { mayRead, resolvePage, type Resolution } from '../placement/resolve';
import { audiencesOf } from '../reach/audiences';
import { randomTree } from '../testing/random-rules';
import { randomPlacements, worldSpan, worldWith } from '../testing/random-world';
import { smallTheme, type SmallWorld, textHolding } from '../testing/small-world';
import type { Rule, RuleTree, WhoTest } from '../rule/rule';
import type { PageFacts } from '../rule/where';
import { compileWhere } from '../rule/where';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import { holdsInstant } from '../schedule/interval';
import { takeSnapshot, type SiteSnapshot, type PageNode } from '../site/snapshot';
import type { ThemeManifest } from '../theme/manifest';
import { planWithin } from './site-plan';

const minute = 60_000;
const groups = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map(each => `group ${each}`);
const theme: ThemeManifest = {
  ...smallTheme,
  regions: smallTheme.regions.map(each => (each.name === 'main' ? { ...each, limits: { most: 2, least: 1 } } : each)),
};

const asksFor = fc.constantFrom(...groups, 'member').map((membership): WhoTest => ({ test: 'membership', membership }));
// Most rules ask for one group; a tree now and then mixes several.
const who: fc.Arbitrary<RuleTree<WhoTest>> = fc.oneof({ weight: 7, arbitrary: asksFor }, { weight: 1, arbitrary: randomTree(asksFor) });
const planned = fc.record({
  tern: fc.option(fc.record({ at: fc.integer({ min: 1, max: 9 }), parentId: fc.constantFrom('front', 'news', 'visit') })),
  news: fc.option(fc.record({ from: fc.integer({ min: 1, max: 6 }), segment: fc.constantFrom('news', 'reports') })),
  gone: fc.option(fc.integer({ min: 1, max: 9 })),
  readers: fc.option(fc.integer({ min: 1, max: 9 })),
  holder: fc.option(fc.integer({ min: 0, max: 9 })),
  loses: fc.option(fc.integer({ min: 1, max: 9 })),
});
const worlds = fc
  .tuple(randomPlacements, fc.array(fc.oneof(fc.constant({}), who), { minLength: 5, maxLength: 5 }), planned, fc.boolean())
  .map(([placements, asked, plan, recurs]) => {
    const world = worldWith(
      placements.map((each, index) => ({
        ...each,
        who: asked[index]!,
        ...(plan.holder !== null && index === 1 ? { blockId: 'holder' } : {}),
      })),
    );
    if (recurs)
      world.placement(
        'again',
        { order: 'a3' },
        { when: { test: 'recurring', start: '1970-01-01T00:01', end: '1970-01-01T00:02', zone: 'UTC', rule: 'FREQ=DAILY' } },
      );
    if (plan.tern) world.page('tern', plan.tern.parentId, { layout: 'narrow', order: 'a1' }, { from: plan.tern.at * minute });
    if (plan.news)
      world.page(
        'news',
        'front',
        { segment: plan.news.segment, fields: { topics: ['sky'] } },
        { from: plan.news.from * minute, until: (plan.news.from + 2) * minute },
      );
    if (plan.gone) world.page('visit', 'front', {}, { from: plan.gone * minute, revisionId: null });
    if (plan.readers)
      world.page('news', 'front', { readers: { test: 'membership', membership: groups[0]! } }, { from: plan.readers * minute });
    if (plan.holder !== null) world.block('holder', { fields: { body: textHolding('words') } }, { from: plan.holder * minute });
    if (plan.loses) world.block('words', { readers: { test: 'membership', membership: groups[1]! } }, { from: plan.loses * minute });
    return world;
  });
const expectations: fc.Arbitrary<ExpectationValue> = fc.record({
  version: fc.constant(1 as const),
  subject: fc.constantFrom<ExpectationValue['subject'][]>(
    { kind: 'blocks', blockIds: ['words'] },
    { kind: 'blocks', blockIds: ['words', 'private'] },
    { kind: 'type', type: 'rich text' },
    { kind: 'region', name: 'main' },
    { kind: 'region', name: 'main' },
  ),
  claim: fc.constantFrom<ExpectationValue['claim'][]>('shows', 'does not show', 'at most', 'at least'),
  count: fc.integer({ min: 1, max: 3 }),
  where: fc.constantFrom<ExpectationValue['where'][]>(
    {},
    { any: [{ test: 'within', page: 'visit' }] },
    { any: [{ test: 'topic', topic: 'sky' }] },
  ),
  who: fc.oneof(fc.constant({}), who),
  when: fc.constantFrom<ExpectationValue['when'][]>({}, { test: 'window', from: { local: '1970-01-01T00:04', zone: 'UTC' }, until: null }),
  reason: fc.constant(''),
});

const at = (world: SmallWorld, moment: number): SiteSnapshot => takeSnapshot(world.ledger, { moment, now: 0, manifest: theme });
const planOf = (world: SmallWorld) =>
  planWithin(world.ledger, { from: 0, until: worldSpan }, { locale: 'en-GB', manifest: theme, services: [] });

/** Every class of readers that anything in a world, or an expectation, tells apart. */
function readersOf(world: SmallWorld, ...asked: readonly RuleTree<WhoTest>[]): readonly ReaderFacts[] {
  const trees = [...world.ledger.revisions.values()].flatMap(({ value }) => {
    const { rule, readers } = value as { rule?: Rule; readers?: RuleTree<WhoTest> | null };
    return [...(rule ? [rule.who] : []), ...(readers ? [readers] : [])];
  });
  return audiencesOf([...trees, ...asked].flatMap(tree => readerFactsIn(tree))).readers;
}

/** The blocks that a page shows to a reader, placed there and inside texts. */
function blocksOn(snapshot: SiteSnapshot, page: PageNode, reader: ReaderFacts, { shown }: Resolution): ReadonlySet<string> {
  const seen = new Set(shown.map(each => each.block.id));
  const isFor = (id: string) => {
    const block = snapshot.blocks.get(id);
    return block !== undefined && (block.value.readers === null || compileWho(block.value.readers)(reader));
  };
  for (const id of insetIdsOf(page.value)) if (isFor(id)) seen.add(id);
  for (const id of seen) for (const inside of insetIdsOf(snapshot.blocks.get(id)!.value)) if (isFor(inside)) seen.add(inside);
  return seen;
}

function fails(value: ExpectationValue, snapshot: SiteSnapshot, page: PageNode, reader: ReaderFacts): boolean {
  const resolution = resolvePage(snapshot, page.facts, reader);
  const { subject, claim, count } = value;
  if (subject.kind === 'region') {
    const held = resolution.shown.filter(each => each.placement.value.target.name === subject.name).length;
    // Of a region "shows" is never said; it counts like "does not show".
    return claim === 'at most' ? held > count : claim === 'at least' ? held < count : held > 0;
  }
  const blocks = blocksOn(snapshot, page, reader, resolution);
  const ids = subject.kind === 'blocks' ? subject.blockIds : [...snapshot.blocks.values()].map(each => each.id);
  const held = ids.filter(id => blocks.has(id)).length;
  if (claim === 'shows') return held < ids.length;
  return claim === 'does not show' ? held > 0 : claim === 'at most' ? held > count : held < count;
}

describe('expectations over a plan', () => {
  it('come out as asking every page, reader and moment says, with up to nine groups of readers', () => {
    fc.assert(
      fc.property(worlds, expectations, (world, value) => {
        if (value.subject.kind === 'region' && value.claim === 'shows') return;
        const { breaches, isPartial } = checkExpectation(value, planOf(world));
        expect(isPartial).toBeFalse();
        const allReaders = readersOf(world, value.who);
        const found = breaches.map(() => new Set<string>());
        for (let moment = 0; moment < worldSpan; moment += minute) {
          const snapshot = at(world, moment);
          const isSpokenOf = value.when && !('test' in value.when) ? true : moment >= 4 * minute;
          const holds = compileWhere(value.where);
          const failing = snapshot.pages.filter(
            page =>
              isSpokenOf &&
              holds(page.facts) &&
              allReaders.some(reader => mayRead(page, reader) && compileWho(value.who)(reader) && fails(value, snapshot, page, reader)),
          );
          const index = breaches.findIndex(each => holdsInstant({ from: each.from, until: each.until ?? Infinity }, moment));
          expect(index >= 0)
            .withContext(`at ${moment / minute}`)
            .toBe(failing.length > 0);
          for (const page of failing) found[index]?.add(page.id);
          const first = breaches[index];
          if (first?.from === moment)
            expect(failing.some(page => mayRead(page, first.reader) && fails(value, snapshot, page, first.reader))).toBeTrue();
        }
        expect(breaches.map(each => each.pages.map(page => page.id).sort())).toEqual(found.map(each => [...each].sort()));
      }),
      { numRuns: 120 },
    );
  });
});

describe('what regions hold over a plan', () => {
  it('is too many or too few exactly where counting says so', () => {
    fc.assert(
      fc.property(worlds, world => {
        const { findings } = regionFindings(planOf(world), 'main');
        const unlimited: ThemeManifest = smallTheme;
        const allReaders = readersOf(world);
        for (let moment = 0; moment < worldSpan; moment += minute) {
          const snapshot = { ...at(world, moment), manifest: unlimited };
          const counts = snapshot.pages.map(page =>
            allReaders
              .filter(reader => mayRead(page, reader))
              .map(
                reader =>
                  resolvePage(snapshot, page.facts, reader).shown.filter(each => each.placement.value.target.name === 'main').length,
              ),
          );
          for (const [kind, isWrong] of [
            ['too many', (count: number) => count > 2],
            ['too few', (count: number) => count < 1],
          ] as const) {
            const state = findings.find(
              each => each.kind === kind && holdsInstant({ from: each.from, until: each.until ?? Infinity }, moment),
            );
            expect(state?.pageCount ?? 0)
              .withContext(`${kind} at ${moment / minute}`)
              .toBe(counts.filter(each => each.some(isWrong)).length);
          }
        }
      }),
      { numRuns: 30 },
    );
  });
});

describe('pages over a plan', () => {
  it('are at every moment those of the site then', () => {
    fc.assert(
      fc.property(worlds, world => {
        const { universe, pageSpans } = planOf(world);
        for (let moment = 0; moment < worldSpan; moment += minute) {
          const standing = universe.pages.filter((_, position) => holdsInstant(pageSpans[position]!, moment));
          const pages = at(world, moment).pages.map(page => page.facts);
          // Words that no rule asks about may be those of another time.
          const ofPlace = (page: PageFacts) => ({ ...page, written: null });
          const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
          expect([...standing].sort(byId).map(ofPlace)).toEqual([...pages].sort(byId).map(ofPlace));
        }
      }),
      { numRuns: 40 },
    );
  });
});
