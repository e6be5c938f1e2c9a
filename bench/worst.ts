import { years } from '@core/fields/moment/moment';
import { shippedTypes } from '@core/registry/registry';
import { everywhere, isTest, type RuleTree, type WhenTest } from '@core/rule/rule';
import { compileWhen, lastClosing, nextOpening, nextWhenBoundary, openTimeWithin } from '@core/rule/when';
import { ruleSchemas } from '@core/rule/schema';
import { compilePathPattern, longestPath } from '@core/rule/tests/path/pattern';
import { loadTheme } from '@server/public/theme';
import fc from 'fast-check';
import { z } from 'zod';
import type { Row } from './measure';

/** How many stored things are tried of each sort, with which seed. */
const tries = 250;
const seed = 20_270_318;
const zones = ['Europe/London', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Casablanca'];

/** The longest that anything took, and what it was. */
interface Worst {
  milliseconds: number;
  what: string;
}

/**
 * Looks for the worst of what can be stored: rules of time at any moment that can be named, path patterns against paths
 * made to mislead them, insets that hold the next one twice. Each is asked once, cold.
 */
export function benchWorst(): readonly Row[] {
  const row = (what: string, worst: Worst): Row => ({
    what: `${what}, the worst of ${tries} found, in seconds${worst.what ? ` (${worst.what.slice(0, 160)})` : ''}`,
    ratio: worst.milliseconds / 1_000,
    aim: 'at most',
    bound: 1,
  });
  return [
    row('any question about a rule of time, at any moment', worstTime()),
    row('a path against a stored pattern', worstPattern()),
    row('a page whose text holds insets that hold the next one twice', worstInsets()),
  ];
}

function worstTime(): Worst {
  const list = (from: number, to: number, most: number) =>
    fc.option(fc.uniqueArray(fc.integer({ min: from, max: to }), { minLength: 1, maxLength: most }));
  const parts = fc.record({
    FREQ: fc.constantFrom('DAILY', 'DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'),
    INTERVAL: fc.option(fc.constantFrom(1, 2, 7, 53, 366, 1_000)),
    COUNT: fc.option(fc.constantFrom(1, 400, 10_000)),
    BYMONTH: list(1, 12, 3),
    BYMONTHDAY: list(-31, 31, 3),
    BYDAY: fc.option(fc.subarray(['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'], { minLength: 1 })),
    BYYEARDAY: list(-366, 366, 3),
    BYHOUR: list(0, 23, 6),
    BYMINUTE: list(0, 59, 4),
    BYSETPOS: list(-5, 5, 2),
  });
  const recurring = fc
    .record({
      part: parts,
      year: fc.constantFrom('1970', '2000', '2027'),
      hours: fc.integer({ min: 1, max: 8_700 }),
      zone: fc.constantFrom(...zones),
    })
    .map(({ part, year, hours, zone }): WhenTest => {
      const start = `${year}-01-05T06:30`;
      const end = new Date(Date.parse(`${start}Z`) + hours * 3_600_000).toISOString().slice(0, 16);
      const rule = Object.entries(part)
        .flatMap(([name, value]) => (value === null ? [] : `${name}=${String(value)}`))
        .join(';');
      return { test: 'recurring', start, end, zone, rule };
    });
  const daily = fc.record({
    test: fc.constant('time of day' as const),
    from: fc.constantFrom('06:00', '23:30'),
    until: fc.constantFrom('09:00', '00:30'),
    zone: fc.constantFrom(...zones),
  });
  const window = fc.constant<WhenTest>({ test: 'window', from: null, until: { local: '1971-01-01T00:00', zone: 'UTC' } });
  const trees = fc
    .array(fc.oneof(recurring, recurring, daily, window), { minLength: 1, maxLength: 12 })
    .chain(tests =>
      fc.constantFrom<RuleTree<WhenTest>[]>(
        { all: tests },
        { any: tests },
        { none: tests },
        { all: tests.slice(0, 6), none: tests.slice(6) },
        tests[0]!,
      ),
    );
  const moments = [Date.UTC(years.first, 0, 2), Date.UTC(2027, 2, 28, 1, 30), Date.UTC(2100, 1, 28), Date.UTC(years.last, 11, 30)];
  const worst: Worst = { milliseconds: 0, what: '' };
  const stored = fc
    .sample(trees, { numRuns: tries * 6, seed })
    .filter(when => ruleSchemas(z).rule.safeParse({ ...everywhere, when }).success);
  for (const when of stored.slice(0, tries)) {
    for (const moment of moments) {
      const what = `${JSON.stringify(firstRule(when))} at ${new Date(moment).toISOString()}`;
      time(worst, `open? ${what}`, () => compileWhen(when)(moment));
      time(worst, `next opening: ${what}`, () => nextOpening(when, moment));
      time(worst, `last closing: ${what}`, () => lastClosing(when, moment));
      time(worst, `next boundary: ${what}`, () => nextWhenBoundary(when, moment));
      time(worst, `the year: ${what}`, () => openTimeWithin(when, { from: moment, until: moment + 366 * 86_400_000 }));
    }
  }
  return worst;
}

function firstRule(when: RuleTree<WhenTest>): unknown {
  const first = isTest(when) ? when : (when.all ?? when.any ?? when.none ?? [])[0];
  return first && isTest(first) && first.test === 'recurring' ? first.rule : first;
}

function worstPattern(): Worst {
  const piece = fc.constantFrom('*', 'a', '/', ':name', '(\\d+)', '(\\d+)?', '{*a}', '{*}?', '(en|fr)', '-', 'ab', '*a', '/*', '(\\w+)');
  const patterns = fc.array(piece, { minLength: 1, maxLength: 12 }).map(pieces => `/${pieces.join('')}`);
  const worst: Worst = { milliseconds: 0, what: '' };
  const known = ['/*a*a*a*a*b', '/{*}+!', '/{*a}+z', '/*/*/*/hides', '/(\\d+)?(\\d+)?(\\d+)?', '/*a*a*b'];
  const paths = [
    `/${'a'.repeat(longestPath - 1)}`,
    `/${'a/'.repeat(longestPath / 2 - 1)}`,
    `/${'1'.repeat(longestPath - 1)}`,
    `/${'a'.repeat(8_000)}`,
    `/${'ab-'.repeat(160)}`,
  ];
  for (const pattern of [...known, ...fc.sample(patterns, { numRuns: tries * 4, seed })]) {
    if (!ruleSchemas(z).rule.safeParse({ ...everywhere, where: { test: 'path', pattern } }).success) continue;
    const matches = compilePathPattern(pattern);
    for (const path of paths) time(worst, `${pattern} against ${path.slice(0, 20)}…`, () => matches(path));
  }
  return worst;
}

function worstInsets(): Worst {
  const theme = loadTheme('themes/shore');
  const id = (index: number) => `0193a000-0000-7000-8000-0000000000${String(index).padStart(2, '0')}`;
  const insetOf = (blockId: string) => ({ blockId, showsTitle: false, look: '' });
  const worst: Worst = { milliseconds: 0, what: '' };
  for (const [deep, wide] of [
    [24, 2],
    [8, 3],
    [3, 400],
    [2, 2_000],
  ] as const) {
    const blocks = Array.from({ length: deep }, (_, index) => {
      const body = index + 1 < deep ? Array.from({ length: wide }, () => insetOf(id(index + 1))) : ['<p>x</p>'];
      const block = {
        placementId: '',
        blockId: id(index),
        type: 'rich text',
        look: '',
        ground: null,
        align: 'start',
        anchor: '',
        title: '',
        label: '',
      };
      return [id(index), { ...block, fields: { body }, data: {}, isPageTitle: false, isSelfContained: false, language: null }] as const;
    });
    const page = {
      title: '',
      siteName: '',
      path: '/x',
      layout: 'main-and-aside',
      standfirst: '',
      when: '',
      alsoOn: [],
      authors: [],
      showsTitle: true,
      service: null,
      fields: {},
      front: '/',
      search: '/search',
      feeds: [],
      canonical: '',
      alternates: [],
      own: null,
      languages: { title: null, standfirst: null, body: null },
    };
    const model = { ...page, body: [insetOf(id(0))], targets: {}, insets: Object.fromEntries(blocks) };
    time(worst, `${deep} deep, ${wide} each`, () =>
      theme.render(model, {
        language: 'en-GB',
        direction: 'ltr',
        pageStyle: '',
        words: theme.words['en']!,
        isSheet: false,
        registry: shippedTypes,
      }),
    );
  }
  return worst;
}

function time(worst: Worst, what: string, work: () => unknown): void {
  const begun = performance.now();
  work();
  const milliseconds = performance.now() - begun;
  if (milliseconds > worst.milliseconds) Object.assign(worst, { milliseconds, what });
}
