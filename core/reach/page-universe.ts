import { groupBy } from '../collection/group-by';
import { LRUCache } from 'lru-cache';
import type { PageFacts, Reading } from '../rule/page-facts';
import { testsOf, type RuleTree, type WhereTest, type WhoTest } from '../rule/rule';
import { whereTests } from '../rule/tests/where-tests';
import { meaningOf, type Algebra } from '../rule/tree';
import { compileWho, type ReaderFacts } from '../rule/who';
import { layoutHasRegion, type ThemeManifest } from '../theme/manifest';
import { insetIdsOf } from '../inset/inset';
import { both, either, emptySet, fullSet, has, setOf, setWhere, without, type BitSet } from './bit-set';

/**
 * All pages of a site at once: a tree is evaluated for every page by operations on sets of pages, each distinct test
 * looked at once per page and kept. A page whose facts change over time stands in it once for each way it will be.
 */
export class PageUniverse {
  readonly size: number;
  readonly everyPage: BitSet;
  /** Positions of each page, in order. */
  readonly #positions: ReadonlyMap<string, readonly number[]>;
  #beneath: ReadonlyMap<string, readonly number[]> | null = null;
  readonly #tests = keptSets();
  readonly #trees = new WeakMap<RuleTree<WhereTest>, BitSet>();
  readonly #layouts = new Map<string, BitSet>();
  readonly #readable = keptSets();
  readonly #fitting = new WeakMap<RuleTree<WhereTest>, Map<string, BitSet>>();
  #holders: readonly number[] | null = null;
  #byReaders: ReadonlyMap<RuleTree<WhoTest>, readonly number[]> | null = null;
  readonly #earlier: Earlier | null;

  /**
   * @param pages - in reading order of the tree; service pages at the end
   * @param like - a universe of many of the same facts, whose outcomes are taken over
   */
  constructor(
    readonly pages: readonly PageFacts[],
    like: PageUniverse | null = null,
  ) {
    this.size = pages.length;
    this.everyPage = fullSet(this.size);
    this.#positions = groupBy(pages.keys(), position => pages[position]!.id);
    this.#earlier = like && { tests: like.#tests, positions: this.#positionsIn(like) };
  }

  /** Where a page stands first among all, or undefined. */
  positionOf(page: string): number | undefined {
    return this.#positions.get(page)?.[0];
  }

  #positionsIn(like: PageUniverse): Int32Array {
    const standing = new Map(like.pages.map((facts, position) => [facts, position]));
    return Int32Array.from(this.pages, facts => standing.get(facts) ?? -1);
  }

  /** The pages on which a tree holds. */
  where(tree: RuleTree<WhereTest>, reading: Reading): BitSet {
    const known = this.#trees.get(tree);
    if (known) return known;
    const made = meaningOf(tree, test => this.#setOf(test, reading), this.#algebra);
    if (!asksAboutReading(tree)) this.#trees.set(tree, made);
    return made;
  }

  /** The pages on which a tree would hold were some tests fixed to true or false. */
  whereWith(tree: RuleTree<WhereTest>, reading: Reading, fixed: ReadonlyMap<WhereTest, boolean>): BitSet {
    const outcomeOf = (test: WhereTest): BitSet => {
      const value = fixed.get(test);
      return value === undefined ? this.#setOf(test, reading) : value ? this.everyPage : emptySet(this.size);
    };
    return meaningOf(tree, outcomeOf, this.#algebra);
  }

  /** The pages whose layout has a region. */
  withRegion(manifest: ThemeManifest, region: string): BitSet {
    const key = `${region} ${layoutsWith(manifest, region)}`;
    return this.#keep(this.#layouts, key, () => setWhere(this.size, at => layoutHasRegion(manifest, this.pages[at]!.layout, region)));
  }

  /** The pages on which a tree holds, for a locale and without a query, and whose layout has a region; null asks for no region. */
  fitting(tree: RuleTree<WhereTest>, locale: string, manifest: ThemeManifest, region: string | null): BitSet {
    const known = this.#fitting.get(tree) ?? new Map<string, BitSet>();
    this.#fitting.set(tree, known);
    const layouts = region === null ? '' : `${region} ${layoutsWith(manifest, region)}`;
    const key = `${locale} ${layouts}`;
    const before = known.get(key);
    if (before) return before;
    const meant = this.where(tree, { locale, query: {} });
    const made = region === null ? meant : both(meant, this.withRegion(manifest, region));
    known.set(key, made);
    return made;
  }

  /** Positions of the pages whose texts hold insets. */
  get holders(): readonly number[] {
    this.#holders ??= this.pages.flatMap(({ written }, position) => (written && insetIdsOf(written).length > 0 ? [position] : []));
    return this.#holders;
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

  /** Every tree that says who may read some page of a set. */
  readersOf(set: BitSet): ReadonlySet<RuleTree<WhoTest>> {
    this.#byReaders ??= groupByReaders(this.pages);
    return new Set(
      [...this.#byReaders].filter(([, positions]) => positions.some(position => has(set, position))).map(([readers]) => readers),
    );
  }

  #keep(kept: Kept, key: string, make: () => BitSet): BitSet {
    const known = kept.get(key);
    if (known) return known;
    const made = make();
    kept.set(key, made);
    return made;
  }

  #setOf(test: WhereTest, reading: Reading): BitSet {
    const kind = whereTests.of(test);
    if (kind.asksReading) return kind.asksReading(test, reading) ? this.everyPage : emptySet(this.size);
    const place = kind.inTree?.(test);
    if (place?.extent === 'itself') return setOf(this.size, this.#positions.get(place.page) ?? []);
    if (place) return this.#keep(this.#tests, `within ${place.page}`, () => this.#subtree(place.page));
    const key = JSON.stringify(test);
    return this.#keep(this.#tests, key, () => {
      const holds = kind.holds(test);
      const known = this.#earlier?.tests.get(key);
      const positions = this.#earlier?.positions;
      return setWhere(this.size, at => {
        const before = known && positions ? positions[at]! : -1;
        return before < 0 ? holds(this.pages[at]!) : has(known!, before);
      });
    });
  }

  #subtree(page: string): BitSet {
    if (!this.#beneath) {
      const beneath = new Map<string, number[]>();
      this.pages.forEach(({ lineage }, position) => {
        for (const id of lineage) {
          const known = beneath.get(id);
          if (known) known.push(position);
          else beneath.set(id, [position]);
        }
      });
      this.#beneath = beneath;
    }
    return setOf(this.size, this.#beneath.get(page) ?? []);
  }

  readonly #algebra: Algebra<BitSet> = {
    every: sets => sets.reduce(both, this.everyPage),
    some: sets => sets.reduce(either),
    not: set => without(this.everyPage, set),
  };
}

/** Whether a tree asks about the locale or the query, so that it may come out differently on one and the same page. */
export function asksAboutReading(tree: RuleTree<WhereTest>): boolean {
  return testsOf(tree).some(test => whereTests.of(test).asksReading !== undefined);
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

const layoutLists = new WeakMap<ThemeManifest, Map<string, string>>();

/** The names of the layouts that have a region, as a key. */
function layoutsWith(manifest: ThemeManifest, region: string): string {
  const known = layoutLists.get(manifest) ?? new Map<string, string>();
  layoutLists.set(manifest, known);
  const names =
    known.get(region) ??
    manifest.layouts
      .filter(layout => layout.regions.includes(region))
      .map(layout => layout.name)
      .join();
  known.set(region, names);
  return names;
}

/** The most bytes of sets that are kept of tests, and of readers: both come from whoever asks, without end. */
const mostBytes = 16 * 1024 * 1024;

type Kept = Pick<Map<string, BitSet>, 'get' | 'set'> | LRUCache<string, BitSet>;

function keptSets(): LRUCache<string, BitSet> {
  return new LRUCache({ maxSize: mostBytes, sizeCalculation: (set, key) => set.byteLength + 2 * key.length + 1 });
}

/** What another universe found, and where this one's facts stand in it; -1 where they do not. */
interface Earlier {
  readonly tests: LRUCache<string, BitSet>;
  readonly positions: Int32Array;
}

function groupByReaders(pages: readonly PageFacts[]): ReadonlyMap<RuleTree<WhoTest>, readonly number[]> {
  // Written alike they are the same, whichever page they come from.
  const same = new Map<string, RuleTree<WhoTest>>();
  return groupBy(pages.keys(), position => {
    const { readers } = pages[position]!;
    const key = JSON.stringify(readers);
    const tree = same.get(key) ?? readers;
    same.set(key, tree);
    return tree;
  });
}
