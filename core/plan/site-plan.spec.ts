import { textOfParagraphs } from '../rich-text/document';
import fc from 'fast-check';
import { Ledger } from '../ledger/ledger';
import type { PublicationEntry, Revision } from '../ledger/records';
import { holdsInstant } from '../schedule/interval';
import { localTimeAt } from '../schedule/local-time';
import type { SeasonValue } from '../season/season';
import { liveAt, liveSince } from '../site/live-set';
import { placementOf, smallTheme, SmallWorld } from '../testing/small-world';
import { planWithin, type SitePlan } from './site-plan';

const minute = 60_000;
const span = { from: 0, until: 12 * minute };
const options = { locale: 'en-GB', manifest: smallTheme, services: [] };

/** One more publication of something, of any kind. */
const act = fc.record({
  what: fc.constantFrom(
    'page words',
    'page moves',
    'block',
    'block readers',
    'placement',
    'expectation',
    'take off',
    'shared rule',
    'season',
  ),
  from: fc.integer({ min: 0, max: 11 }).map(each => each * minute),
  length: fc.option(fc.integer({ min: 1, max: 6 })),
});
type Act = typeof act extends fc.Arbitrary<infer Value> ? Value : never;

const during = { test: 'season', season: 'season' } as const;

/** On until some minutes have passed. */
function seasonUntil(minutes: number): SeasonValue {
  const until = { local: localTimeAt(minutes * minute, 'utc'), zone: 'utc' };
  return { version: 1, title: 'Season', reason: '', dates: [{ test: 'window', from: null, until }] };
}

function base(): SmallWorld {
  const shared = { version: 1, title: 'S', reason: '', rule: { version: 2, where: {}, who: {}, when: {}, follows: [] } };
  return new SmallWorld()
    .page('front', null)
    .page('visit', 'front')
    .page('tern', 'visit')
    .page('news', 'front')
    .block('words')
    .add('shared rule', 'shared', shared)
    .placement('p')
    .add('season', 'season', seasonUntil(4))
    .placement('q', { order: 'a1' }, { follows: ['shared'] })
    .placement('s', { order: 'a2' }, { when: during });
}

function publish(world: SmallWorld, { what, from, length }: Act): void {
  const times = { from, until: length === null ? null : from + length * minute, afterwards: 'nothing' as const };
  switch (what) {
    case 'page words':
      return void world.page('tern', 'visit', { fields: { body: textOfParagraphs(String(from)) } }, times);
    case 'page moves':
      return void world.page('visit', 'news', { segment: 'seen' }, times);
    case 'block':
      return void world.block('words', { title: `t${from}` }, times);
    case 'block readers':
      return void world.block('words', { readers: { test: 'signed in' } }, times);
    case 'placement':
      return void world.placement(`r${from}`, { order: `b${from}` }, { where: { test: 'page', page: 'tern' } }, times);
    case 'expectation':
      return void world.add(
        'expectation',
        'e',
        { version: 1, where: { test: 'field', field: 'body', compare: 'is', value: 'x' }, when: during },
        times,
      );
    case 'take off':
      return void world.add('placement', 'p', placementOf(), { ...times, revisionId: null });
    case 'season':
      return void world.add('season', 'season', seasonUntil(from / minute + 1), times);
    case 'shared rule':
      return void world.add(
        'shared rule',
        'shared',
        { version: 1, title: 'S', reason: '', rule: placementOf({}, { who: { test: 'signed in' } }).rule },
        times,
      );
  }
}

/** The same rows in a ledger that nothing was ever computed from. */
function afresh({ ledger }: SmallWorld): Ledger {
  const entries: PublicationEntry[] = [];
  const revisions: Revision[] = [...ledger.revisions.values()];
  for (const id of ledger.records.keys()) entries.push(...ledger.entriesOf(id, 'en-GB'));
  const fresh = new Ledger();
  fresh.absorb({ records: [...ledger.records.values()], revisions, entries: entries.sort((a, b) => a.number - b.number) });
  return fresh;
}

/** All that a plan says, moment by moment. */
function said({ placements, blocks, expectations, universe, pageSpans }: SitePlan, from: number): unknown {
  return Array.from({ length: (span.until - from) / minute }, (_, step) => {
    const at = from + step * minute;
    return {
      placements: placements.filter(each => holdsInstant(each, at)).map(({ id, value, rule, missing }) => ({ id, value, rule, missing })),
      blocks: [...blocks]
        .flatMap(([id, spans]) => spans.filter(each => holdsInstant(each, at)).map(({ readers }) => ({ id, readers })))
        .sort((a, b) => (a.id < b.id ? -1 : 1)),
      expectations: [...expectations.keys()].sort(),
      pages: universe.pages
        .filter((_page, position) => holdsInstant(pageSpans[position]!, at))
        .map(({ id, path, lineage, readers }) => ({ id, path, lineage, readers }))
        .sort((a, b) => (a.id < b.id ? -1 : 1)),
    };
  });
}

describe('planWithin', () => {
  it('comes to the same built on from publication to publication as gathered anew', () => {
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 6 }), fc.integer({ min: 0, max: 6 }), (acts, moved) => {
        const world = base();
        planWithin(world.ledger, span, options);
        acts.forEach((each, index) => {
          publish(world, each);
          // The clock goes on between publications.
          const from = index < acts.length / 2 ? 0 : moved * minute;
          const plan = planWithin(world.ledger, { from, until: span.until }, options);
          const fresh = planWithin(afresh(world), { from, until: span.until }, options);
          expect(said(plan, from)).toEqual(said(fresh, from));
        });
      }),
      { numRuns: 120 },
    );
  });

  it('leaves the ledger that is as it was when one that would be is asked about', () => {
    const world = base();
    const before = said(planWithin(world.ledger, span, options), 0);
    const later = base();
    publish(later, { what: 'placement', from: 3 * minute, length: null });
    const rows = {
      records: [later.ledger.records.get(`r${3 * minute}`)!],
      revisions: [...later.ledger.revisionsOf(`r${3 * minute}`, 'en-GB')],
      entries: [...later.ledger.entriesOf(`r${3 * minute}`, 'en-GB')],
    };
    const would = planWithin(world.ledger.with(rows), span, options);
    expect(would.placements.some(each => each.id === `r${3 * minute}`)).toBeTrue();
    expect(said(planWithin(world.ledger, span, options), 0)).toEqual(before);
  });

  it('knows nothing amiss of a rule or a season that was said anew before the span', () => {
    const world = base();
    publish(world, { what: 'shared rule', from: 3 * minute, length: null });
    publish(world, { what: 'season', from: 4 * minute, length: null });
    const { placements } = planWithin(world.ledger, { from: 5 * minute, until: span.until }, options);
    expect(placements.map(each => [each.id, each.missing])).toEqual([
      ['p', null],
      ['q', null],
      ['s', null],
    ]);
  });

  it('keeps one universe of pages while no rule asks about what changes of their words', () => {
    const world = base();
    const { universe } = planWithin(world.ledger, span, options);
    publish(world, { what: 'page words', from: 0, length: null });
    expect(planWithin(world.ledger, span, options).universe).toBe(universe);
    publish(world, { what: 'expectation', from: 0, length: null });
    publish(world, { what: 'page words', from: 3 * minute, length: null });
    const { pages } = planWithin(world.ledger, span, options).universe;
    expect(pages.filter(page => page.id === 'tern').length)
      .withContext('now its words matter, before and after')
      .toBe(2);
  });
});

describe('liveSince', () => {
  it('comes to what looking at every record finds, or says that it cannot', () => {
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 5 }), fc.integer({ min: 0, max: 11 }), (acts, at) => {
        const world = base();
        const question = { moment: at * minute, now: at * minute, locale: 'en-GB' };
        const version = world.ledger.publishedVersion;
        const before = liveAt(world.ledger, question);
        acts.forEach(each => publish(world, each));
        const after = liveSince(world.ledger, question, before, world.ledger.publishedSince(version)!);
        const whole = liveAt(world.ledger, question);
        if (!after) return;
        for (const [kind, values] of whole.values)
          expect(new Map([...after.values.get(kind)!].sort())).toEqual(new Map([...values].sort()));
        expect(after.validUntil).toBe(whole.validUntil);
      }),
      { numRuns: 200 },
    );
  });
});
