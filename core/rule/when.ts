import { gapsWithin, holdsInstant, intersectionOf, unionOf, type Interval } from '../schedule/interval';
import { instantOf, type Instant } from '../schedule/local-time';
import { openingsWithin, type RecurringWindow } from '../schedule/recurrence';
import { compileTree } from './evaluate';
import { isTest, testsOf, type RuleTree, type WhenTest } from './rule';

/** How far ahead a recurring window is looked for; a rule of RFC 5545 may open as seldom as every leap day. */
const recurrenceReach = 8 * 366 * 86_400_000;

/** The interval of a plain window; open ends are infinite. */
export function intervalOfWindow(test: Extract<WhenTest, { test: 'window' }>): Interval {
  return { from: test.from ? instantOf(test.from) : -Infinity, until: test.until ? instantOf(test.until) : Infinity };
}

/** Turns one test about the moment into a function of the instant. */
export function compileWhenTest(test: WhenTest): (moment: Instant) => boolean {
  if (test.test === 'window') {
    const interval = intervalOfWindow(test);
    return moment => holdsInstant(interval, moment);
  }
  return moment => openingsWithin(recurrenceOf(test), { from: moment, until: moment + 1 }).length > 0;
}

type DailyTest = Extract<WhenTest, { test: 'time of day' }>;
const dailyWindows = new WeakMap<DailyTest, RecurringWindow>();

/** The recurring window of a test that comes again; a time of day is a window that opens daily. */
export function recurrenceOf(test: Exclude<WhenTest, { test: 'window' }>): RecurringWindow {
  if (test.test === 'recurring') return test;
  const known = dailyWindows.get(test);
  if (known) return known;
  // The first day is of no account, only that it lies before any moment asked about.
  const made = {
    start: `2000-01-01T${test.from}`,
    end: `${test.until > test.from ? '2000-01-01' : '2000-01-02'}T${test.until}`,
    zone: test.zone,
    rule: 'FREQ=DAILY',
  };
  dailyWindows.set(test, made);
  return made;
}

/** Compiles the when part of a rule. */
export function compileWhen(tree: RuleTree<WhenTest>): (moment: Instant) => boolean {
  return compileTree(tree, compileWhenTest);
}

/**
 * The time within a finite span in which the tree holds, exactly: sorted, disjoint, half-open.
 */
export function openTimeWithin(tree: RuleTree<WhenTest>, span: Interval): readonly Interval[] {
  if (isTest(tree)) {
    const open = tree.test === 'window' ? [intervalOfWindow(tree)] : openingsWithin(recurrenceOf(tree), span);
    return intersectionOf(unionOf(open), [span]);
  }
  let open: readonly Interval[] = [span];
  // Plain windows first: what they leave is all that anything which comes again must be listed for.
  for (const part of [...(tree.all ?? [])].sort((a, b) => costOf(a) - costOf(b)))
    open = within(open, narrow => openTimeWithin(part, narrow));
  if (tree.any && tree.any.length > 0) open = within(open, narrow => unionOf(tree.any!.flatMap(part => openTimeWithin(part, narrow))));
  for (const part of tree.none ?? []) open = within(open, narrow => gapsWithin(narrow, openTimeWithin(part, narrow)));
  return open;
}

function costOf(tree: RuleTree<WhenTest>): number {
  return isTest(tree) ? (tree.test === 'window' ? 0 : 1) : 2;
}

function within(open: readonly Interval[], list: (span: Interval) => readonly Interval[]): readonly Interval[] {
  const [first, last] = [open[0], open[open.length - 1]];
  return first && last ? intersectionOf(open, list({ from: first.from, until: last.until })) : [];
}

/** The first instant after `moment` at which any test of the tree may change; infinite when none does. */
export function nextWhenBoundary(tree: RuleTree<WhenTest>, moment: Instant): Instant {
  return testsOf(tree).reduce((next, test) => Math.min(next, nextBoundaryOfTest(test, moment)), Infinity);
}

/** When the tree, which does not hold at `moment`, next does, or null when it does not within the next eight years. */
export function nextOpening(tree: RuleTree<WhenTest>, moment: Instant): Instant | null {
  // Most of what opens does so within days or the year; only for the rest is it worth listing many years.
  for (const reach of [8 * 86_400_000, 400 * 86_400_000, recurrenceReach]) {
    const next = openTimeWithin(tree, { from: moment, until: moment + reach })[0];
    if (next) return next.from;
  }
  return null;
}

/** When the tree, which does not hold at `moment`, last stopped holding, or null when it never held before. */
export function lastClosing(tree: RuleTree<WhenTest>, moment: Instant): Instant | null {
  // Most of what comes again did so within the year; only for the rest is it worth listing many.
  for (const reach of [400 * 86_400_000, recurrenceReach]) {
    const before = openTimeWithin(tree, { from: moment - reach, until: moment });
    if (before.length > 0) return before[before.length - 1]!.until;
  }
  return null;
}

function nextBoundaryOfTest(test: WhenTest, moment: Instant): Instant {
  const openings = test.test === 'window' ? [intervalOfWindow(test)] : recurringOpenings(test, moment);
  return openings
    .flatMap(each => [each.from, each.until])
    .filter(at => at > moment)
    .reduce((a, b) => Math.min(a, b), Infinity);
}

// Most recurring windows open within the year; only for the rest is it worth listing many years.
function recurringOpenings(test: Exclude<WhenTest, { test: 'window' }>, moment: Instant): readonly Interval[] {
  const year = 400 * 86_400_000;
  const window = recurrenceOf(test);
  const soon = openingsWithin(window, { from: moment - 1, until: moment + year });
  return soon.some(each => each.until > moment) ? soon : openingsWithin(window, { from: moment - 1, until: moment + recurrenceReach });
}
