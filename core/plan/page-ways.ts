import { idsNamedBy } from '../file/holders';
import { fieldAsText, topicsOf, type PageValue } from '../page/page';
import { testsOf, type RuleTree, type WhereTest } from '../rule/rule';
import type { Instant } from '../schedule/local-time';
import type { Stretch } from './stretch';

/** A page while nothing changes of it that decides what shows there; its other words may. */
export interface PageWay extends Stretch<PageValue> {
  /** The same for all values that decide alike. */
  readonly way: string;
}

/** The fields of pages that some rules ask about, in order. */
export function fieldsAskedFor(trees: Iterable<RuleTree<WhereTest>>): readonly string[] {
  const fields = new Set<string>();
  for (const tree of trees) for (const field of fieldsOf(tree)) fields.add(field);
  return [...fields].sort();
}

const asked = new WeakMap<RuleTree<WhereTest>, readonly string[]>();

function fieldsOf(tree: RuleTree<WhereTest>): readonly string[] {
  const known = asked.get(tree);
  if (known) return known;
  const made = testsOf(tree).flatMap(test => (test.test === 'field' ? [test.field] : []));
  asked.set(tree, made);
  return made;
}

/** The ways of a page over the stretches of its values; neighbours of the same way are one. */
export function waysOf(stretches: readonly Stretch<PageValue>[], fields: readonly string[]): readonly PageWay[] {
  const ways: PageWay[] = [];
  for (const stretch of stretches) {
    const way = wayOf(stretch.value, fields);
    const last = ways[ways.length - 1];
    if (last?.way === way && last.until === stretch.from) ways[ways.length - 1] = { ...last, until: stretch.until };
    else ways.push({ ...stretch, way });
  }
  return ways;
}

/** Whether two lists of ways come to the same for whoever looks from two moments on. */
export function isSameWays(a: readonly PageWay[], fromOfA: Instant, b: readonly PageWay[], fromOfB: Instant): boolean {
  return (
    a.length === b.length &&
    a.every((one, index) => {
      const other = b[index]!;
      const hasBegun = one.from <= fromOfA;
      return (
        one.way === other.way && one.until === other.until && hasBegun === other.from <= fromOfB && (hasBegun || one.from === other.from)
      );
    })
  );
}

const keptWays = new WeakMap<PageValue, { readonly fields: string; readonly way: string }>();

function wayOf(value: PageValue, fields: readonly string[]): string {
  const known = keptWays.get(value);
  if (known?.fields === fields.join()) return known.way;
  const { parentId, segment, order, type, layout, readers, inMenu } = value;
  const texts = fields.map(field => fieldAsText(value, field));
  const way = JSON.stringify([
    parentId,
    segment,
    parentId === null ? order : '',
    type,
    topicsOf(value),
    layout,
    readers,
    inMenu,
    idsNamedBy(value),
    texts,
  ]);
  keptWays.set(value, { fields: fields.join(), way });
  return way;
}
