import { gapsWithin, intersectionOf, unionOf, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { compileTree } from './evaluate';
import { recurrenceReach } from './tests/recurring-time';
import { whenTests, type WhenTest } from './tests/when-tests';
import { meaningOf, testsOf, type Algebra, type RuleTree } from './tree';

/** Turns one test about the moment into a function of the instant. */
export function compileWhenTest(test: WhenTest): (moment: Instant) => boolean {
  return whenTests.of(test).holds(test);
}

/** Compiles the when part of a rule. */
export function compileWhen(tree: RuleTree<WhenTest>): (moment: Instant) => boolean {
  return compileTree(tree, compileWhenTest);
}

/** When something is open, listed within whatever span it is asked for, and how much there is to list. */
interface Listing {
  readonly within: (span: Interval) => readonly Interval[];
  /** 0 for what is listed at once, 1 for what comes again, 2 for several together. */
  readonly cost: number;
}

/** Time as trees come out in it: each part is listed only for what the parts before it leave open. */
const listings: Algebra<Listing> = {
  every: parts => ({
    cost: 2,
    within: span =>
      // Plain windows first: what they leave is all that anything which comes again must be listed for.
      [...parts].sort((a, b) => a.cost - b.cost).reduce((open, part) => narrowed(open, part.within), [span] as readonly Interval[]),
  }),
  some: parts => ({ cost: 2, within: span => unionOf(parts.flatMap(part => part.within(span))) }),
  not: part => ({ cost: 2, within: span => gapsWithin(span, part.within(span)) }),
};

/**
 * The time within a span in which the tree holds, exactly: sorted, disjoint, half-open.
 */
export function openTimeWithin(tree: RuleTree<WhenTest>, span: Interval): readonly Interval[] {
  const listed = meaningOf<WhenTest, Listing>(
    tree,
    test => {
      const kind = whenTests.of(test);
      return { cost: kind.comesAgain ? 1 : 0, within: narrow => intersectionOf(unionOf(kind.openings(test, narrow)), [narrow]) };
    },
    listings,
  );
  return listed.within(span);
}

function narrowed(open: readonly Interval[], list: (span: Interval) => readonly Interval[]): readonly Interval[] {
  const [first, last] = [open[0], open[open.length - 1]];
  return first && last ? intersectionOf(open, list({ from: first.from, until: last.until })) : [];
}

/** The first instant after `moment` at which any test of the tree may change; infinite when none does. */
export function nextWhenBoundary(tree: RuleTree<WhenTest>, moment: Instant): Instant {
  return testsOf(tree).reduce((next, test) => Math.min(next, whenTests.of(test).nextBoundary(test, moment)), Infinity);
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
