import { isTest, testsOf, type RuleTree, type WhereTest, type WhoTest } from '../rule/rule';
import { compileWhereTest, type PageFacts } from '../rule/where';
import { compileWho, type ReaderFacts } from '../rule/who';
import { layoutHasRegion, type ThemeManifest } from '../theme/manifest';
import { add, both, either, emptySet, fullSet, setWhere, without, type BitSet } from './bit-set';

/** What the address adds to a page: its locale and the parameters of its query. */
export interface Reading {
  readonly locale: string;
  readonly query: Readonly<Record<string, string>>;
}

/**
 * All pages of a site at once: a tree is evaluated for every page by operations on sets of pages, each distinct test
 * looked at once per page and kept.
 */
export class PageUniverse {
  readonly size: number;
  readonly everyPage: BitSet;
  readonly #positions: ReadonlyMap<string, number>;
  readonly #ends: readonly number[];
  readonly #tests = new Map<string, BitSet>();
  readonly #trees = new WeakMap<RuleTree<WhereTest>, BitSet>();
  readonly #layouts = new Map<string, BitSet>();
  readonly #readable = new Map<string, BitSet>();

  /** @param pages - in reading order of the tree; service pages at the end */
  constructor(readonly pages: readonly PageFacts[]) {
    this.size = pages.length;
    this.everyPage = fullSet(this.size);
    this.#positions = new Map(pages.map((page, position) => [page.id, position]));
    this.#ends = endsOfSubtrees(pages);
  }

  /** Where a page stands among all, or undefined. */
  positionOf(page: string): number | undefined {
    return this.#positions.get(page);
  }

  /** The pages on which a tree holds. */
  where(tree: RuleTree<WhereTest>, reading: Reading): BitSet {
    const known = this.#trees.get(tree);
    if (known) return known;
    const made = this.#evaluate(tree, test => this.#setOf(test, reading));
    if (!asksAboutReading(tree)) this.#trees.set(tree, made);
    return made;
  }

  /** The pages on which a tree would hold were some tests fixed to true or false. */
  whereWith(tree: RuleTree<WhereTest>, reading: Reading, fixed: ReadonlyMap<WhereTest, boolean>): BitSet {
    return this.#evaluate(tree, test => {
      const value = fixed.get(test);
      return value === undefined ? this.#setOf(test, reading) : value ? this.everyPage : emptySet(this.size);
    });
  }

  /** The pages whose layout has a region. */
  withRegion(manifest: ThemeManifest, region: string): BitSet {
    const layouts = manifest.layouts.filter(layout => layout.regions.includes(region)).map(layout => layout.name);
    const key = `${region} ${layouts.join()}`;
    return this.#keep(this.#layouts, key, () => setWhere(this.size, at => layoutHasRegion(manifest, this.pages[at]!.layout, region)));
  }

  /** The pages that a reader may read. */
  readableBy(reader: ReaderFacts): BitSet {
    return this.#keep(this.#readable, JSON.stringify(reader), () => {
      const outcomes = new Map<RuleTree<WhoTest>, boolean>();
      return setWhere(this.size, at => {
        const { readers } = this.pages[at]!;
        let outcome = outcomes.get(readers);
        if (outcome === undefined) outcomes.set(readers, (outcome = compileWho(readers)(reader)));
        return outcome;
      });
    });
  }

  #keep(kept: Map<string, BitSet>, key: string, make: () => BitSet): BitSet {
    const known = kept.get(key);
    if (known) return known;
    const made = make();
    kept.set(key, made);
    return made;
  }

  #setOf(test: WhereTest, { locale, query }: Reading): BitSet {
    switch (test.test) {
      case 'locale':
        return test.locale === locale ? this.everyPage : emptySet(this.size);
      case 'query': {
        const holds = test.value === null ? test.name in query : query[test.name] === test.value;
        return holds ? this.everyPage : emptySet(this.size);
      }
      case 'page': {
        const set = emptySet(this.size);
        const position = this.#positions.get(test.page);
        if (position !== undefined) add(set, position);
        return set;
      }
      case 'within':
        return this.#keep(this.#tests, `within ${test.page}`, () => this.#subtree(test.page));
      default:
        return this.#keep(this.#tests, JSON.stringify(test), () => {
          const holds = compileWhereTest(test);
          return setWhere(this.size, at => holds(this.pages[at]!));
        });
    }
  }

  // In reading order what lies beneath a page follows it without a gap.
  #subtree(page: string): BitSet {
    const set = emptySet(this.size);
    const from = this.#positions.get(page);
    if (from !== undefined) for (let at = from; at < this.#ends[from]!; at += 1) add(set, at);
    return set;
  }

  #evaluate(tree: RuleTree<WhereTest>, setOf: (test: WhereTest) => BitSet): BitSet {
    if (isTest(tree)) return setOf(tree);
    let held = this.everyPage;
    for (const part of tree.all ?? []) held = both(held, this.#evaluate(part, setOf));
    if (tree.any && tree.any.length > 0)
      held = both(
        held,
        tree.any.reduce((some, part) => either(some, this.#evaluate(part, setOf)), emptySet(this.size)),
      );
    for (const part of tree.none ?? []) held = without(held, this.#evaluate(part, setOf));
    return held;
  }
}

/** Whether a tree asks about the locale or the query, so that it may come out differently on one and the same page. */
export function asksAboutReading(tree: RuleTree<WhereTest>): boolean {
  return testsOf(tree).some(test => test.test === 'locale' || test.test === 'query');
}

const universes = new WeakMap<readonly PageFacts[], PageUniverse>();

/** The universe of a list of pages, made once per list. */
export function universeOf(pages: readonly PageFacts[]): PageUniverse {
  const known = universes.get(pages);
  if (known) return known;
  const made = new PageUniverse(pages);
  universes.set(pages, made);
  return made;
}

function endsOfSubtrees(pages: readonly PageFacts[]): readonly number[] {
  const ends = new Array<number>(pages.length).fill(pages.length);
  const open: number[] = [];
  pages.forEach((page, position) => {
    while (open.length > 0 && pages[open[open.length - 1]!]!.lineage.length >= page.lineage.length) ends[open.pop()!] = position;
    open.push(position);
  });
  return ends;
}
