import { LRUCache } from 'lru-cache';
import type { SitePlan } from '../plan/site-plan';
import type { Instant } from '../schedule/local-time';

interface Kept<Outcome> {
  readonly basis: readonly unknown[];
  readonly from: Instant;
  /** Until when nothing that the outcome speaks of turns. */
  readonly settledUntil: Instant;
  readonly outcome: Outcome;
}

/** How many outcomes are kept for each question: of the site as it is, and as changes would make it. */
const mostKept = 3;

/** How many questions are kept; one that is only looked at, of an expectation that is not saved, is soon forgotten. */
const mostQuestions = 200;

/** How long an outcome is kept while the clock runs on, in milliseconds: what comes into sight at the far end is seen so much later. */
const longestKept = 10 * 60_000;

/** Outcomes over a plan, kept for as long as all that they rest on is the same and nothing in them has turned. */
export class KeptOutcomes<Outcome> {
  readonly #kept = new LRUCache<string, Kept<Outcome>[]>({ max: mostQuestions });

  /**
   * The outcome of a question over a plan.
   * @param basis - all that it rests on, each compared by identity
   * @param firstCut - the first instant after the plan's beginning at which anything about it turns
   * @param make - finds it anew
   */
  of(question: string, plan: SitePlan, basis: readonly unknown[], firstCut: () => Instant, make: () => Outcome): Outcome {
    const { from } = plan.span;
    const kept = this.#kept.get(question) ?? [];
    this.#kept.set(question, kept);
    const known = kept.find(
      each => each.from <= from && from < Math.min(each.settledUntil, each.from + longestKept) && isSame(each.basis, basis),
    );
    if (known) return known.outcome;
    const made = { basis, from, settledUntil: firstCut(), outcome: make() };
    kept.unshift(made);
    kept.length = Math.min(kept.length, mostKept);
    return made.outcome;
  }
}

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}
