import type { RuleTree, WhenTest, WhereTest, WhoTest } from '../rule/rule';

/** What an expectation speaks of: chosen blocks, all blocks of a type, or what a region holds. */
export type ExpectationSubject =
  | { readonly kind: 'blocks'; readonly blockIds: readonly string[] }
  | { readonly kind: 'type'; readonly type: string }
  | { readonly kind: 'region'; readonly name: string };

/** A saved statement of who sees what where, checked on every change. */
export interface ExpectationValue {
  readonly version: 1;
  readonly subject: ExpectationSubject;
  /** "shows" and "does not show" speak of each block; "at most" and "at least" count what shows. */
  readonly claim: 'shows' | 'does not show' | 'at most' | 'at least';
  /** For claims that count. */
  readonly count: number;
  readonly where: RuleTree<WhereTest>;
  readonly who: RuleTree<WhoTest>;
  readonly when: RuleTree<WhenTest>;
  /** Tag of the locale in which it is expected; left out, the first of the site. */
  readonly locale?: string;
  /** Why it is expected, in words. */
  readonly reason: string;
}
