import type { RecordKind } from '../ledger/records';
import type { RuleTree, WhenTest, WhereTest, WhoTest } from '../rule/rule';
import type { ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';

/** A test of a rule, and in which part it stands. */
export type TestInRule =
  | { readonly part: 'where'; readonly test: WhereTest }
  | { readonly part: 'who'; readonly test: WhoTest }
  | { readonly part: 'when'; readonly test: WhenTest };

/** Why a placement never shows. */
export type NeverCause = 'no page' | 'layout' | 'readers' | 'time' | 'block' | 'off';

/** Something wrong with a site, as data; words are put to it elsewhere. */
export type Finding = {
  readonly recordId: string;
  readonly recordKind: RecordKind;
  /** A page on which it can be looked at, or null. */
  readonly pageId: string | null;
} & (
  | { readonly kind: 'never shows'; readonly cause: NeverCause }
  | { readonly kind: 'page gone'; readonly page: string }
  | { readonly kind: 'shared rule gone'; readonly rule: string }
  | { readonly kind: 'test never matters'; readonly tested: TestInRule }
  | { readonly kind: 'test always true'; readonly tested: TestInRule }
  | { readonly kind: 'pattern without a page'; readonly pattern: string }
  | { readonly kind: 'region missing'; readonly region: string; readonly pageCount: number }
  | { readonly kind: 'block unseen' }
  | ({ readonly kind: 'too many'; readonly region: string; readonly most: number; readonly placements: readonly string[] } & RegionTime)
  | ({ readonly kind: 'too few'; readonly region: string; readonly least: number } & RegionTime)
  | { readonly kind: 'link to nowhere'; readonly to: string }
  | { readonly kind: 'picture gone'; readonly to: string }
  | { readonly kind: 'picture without words' }
  | { readonly kind: 'forwarding hidden' }
  | { readonly kind: 'forwarding to nowhere' }
  | { readonly kind: 'inset missing'; readonly blockId: string }
  | { readonly kind: 'inset loop'; readonly blockIds: readonly string[] }
  | { readonly kind: 'expectation broken'; readonly pageCount: number; readonly from: Instant }
);

/** When and where a region holds too many or too few. */
export interface RegionTime {
  readonly pageCount: number;
  readonly from: Instant;
  /** Null when it goes on to the end of what was looked at. */
  readonly until: Instant | null;
  readonly reader: ReaderFacts;
}

/** The tree of a part with one test put to a fixed value; for finding out whether the test matters. */
export function withTestFixed<Test extends { readonly test: string }>(tree: RuleTree<Test>, test: Test, value: boolean): RuleTree<Test> {
  if (tree === test) return value ? {} : { none: [{}] };
  if ('test' in tree) return tree;
  const fix = (parts: readonly RuleTree<Test>[] | undefined) => parts?.map(part => withTestFixed(part, test, value));
  const [all, any, none] = [fix(tree.all), fix(tree.any), fix(tree.none)];
  return { ...(all && { all }), ...(any && { any }), ...(none && { none }) };
}
