import { isTest, type RuleTree, type WhoTest } from '../rule/rule';
import { anyone, keyOfWhoTest, type ReaderFacts } from '../rule/who';

/** A set of classes of readers, as a node of the diagrams that made it. */
export type Readers = number;

/** The diagrams grew beyond their bound, so that an exact answer would take too long. */
export class TooManyClasses extends Error {}

/** The most nodes that diagrams may have in all. */
const mostNodes = 200_000;

/** The most pairs of nodes that are brought together. */
const mostSteps = 1_000_000;

/** Nodes are numbered below this, so that two of them fit into one exact number. */
const span = 2 ** 22;

/**
 * Sets of readers by the facts that rules ask about, as reduced ordered binary decision diagrams: exact, and small where
 * most rules ask for one fact each, however many such facts there are.
 * @see Bryant, "Graph-Based Algorithms for Boolean Function Manipulation", 1986
 */
export class ReaderDiagrams {
  /** No reader. */
  readonly nobody: Readers = 0;
  /** Every reader. */
  readonly everybody: Readers = 1;
  // "signed in" is looked at first, since whoever holds anything else is signed in.
  readonly #facts: string[] = ['signed in'];
  readonly #factIndex = new Map([['signed in', 0]]);
  readonly #fact: number[] = [Infinity, Infinity];
  readonly #without: Readers[] = [0, 1];
  readonly #with: Readers[] = [0, 1];
  readonly #nodes: Map<number, Readers>[] = [];
  readonly #bothOf = new Map<number, Readers>();
  readonly #notOf = new Map<Readers, Readers>();
  readonly #ofTree = new WeakMap<RuleTree<WhoTest>, Readers>();
  #steps = 0;
  readonly #simplest = new Map<Readers, ReaderFacts | null>();

  /** How much work was done in all, in pairs of nodes brought together. */
  get steps(): number {
    return this.#steps;
  }

  /** The readers for whom a who part holds. */
  ofTree(tree: RuleTree<WhoTest>): Readers {
    const known = this.#ofTree.get(tree);
    if (known !== undefined) return known;
    const made = this.#make(tree);
    this.#ofTree.set(tree, made);
    return made;
  }

  /** Those in both. @throws TooManyClasses */
  both(a: Readers, b: Readers): Readers {
    if (a === b || b === 1) return a;
    if (a === 1) return b;
    if (a === 0 || b === 0) return 0;
    const key = a < b ? a * span + b : b * span + a;
    const known = this.#bothOf.get(key);
    if (known !== undefined) return known;
    const [factOfA, factOfB] = [this.#fact[a]!, this.#fact[b]!];
    const fact = Math.min(factOfA, factOfB);
    const made = this.#node(
      fact,
      this.both(factOfA === fact ? this.#without[a]! : a, factOfB === fact ? this.#without[b]! : b),
      this.both(factOfA === fact ? this.#with[a]! : a, factOfB === fact ? this.#with[b]! : b),
    );
    this.#steps += 1;
    if (this.#bothOf.size >= mostSteps) throw new TooManyClasses();
    this.#bothOf.set(key, made);
    return made;
  }

  /** All but those. @throws TooManyClasses */
  not(a: Readers): Readers {
    if (a < 2) return 1 - a;
    const known = this.#notOf.get(a);
    if (known !== undefined) return known;
    const made = this.#node(this.#fact[a]!, this.not(this.#without[a]!), this.not(this.#with[a]!));
    this.#notOf.set(a, made);
    this.#notOf.set(made, a);
    return made;
  }

  /** Those in one of the two or in both. @throws TooManyClasses */
  either(a: Readers, b: Readers): Readers {
    if (a === 0 || a === b) return b;
    if (b === 0) return a;
    return this.not(this.both(this.not(a), this.not(b)));
  }

  /** Those in the first and not in the second. @throws TooManyClasses */
  without(a: Readers, b: Readers): Readers {
    return this.both(a, this.not(b));
  }

  /** For each number up to `most`, the readers in exactly so many of the sets; the last entry is of those in more. */
  countsOf(sets: readonly Readers[], most: number): readonly Readers[] {
    const times = new Map<Readers, number>();
    for (const set of sets) if (set !== this.nobody) times.set(set, (times.get(set) ?? 0) + 1);
    let exactly: readonly Readers[] = [1, ...new Array<Readers>(most + 1).fill(0)];
    // Whoever is in a set is in it as often as it is there, so that it is gone through once.
    for (const [set, often] of times) {
      const outside = this.not(set);
      const before = exactly;
      const moved = (count: number) => (count < 0 ? this.nobody : this.both(before[count]!, set));
      exactly = before.map((already, count) => {
        if (count <= most) return this.either(this.both(already, outside), moved(count - often));
        // The last holds all that is beyond the most.
        let beyond = already;
        for (let from = Math.max(0, count - often); from <= most; from += 1) beyond = this.either(beyond, moved(from));
        return beyond;
      });
    }
    return exactly;
  }

  /** A reader of a set who can be, with as few facts as possible; null when nobody can. */
  simplestReader(set: Readers): ReaderFacts | null {
    const known = this.#simplest.get(set);
    if (known !== undefined) return known;
    const made = this.#findSimplest(set);
    this.#simplest.set(set, made);
    return made;
  }

  #findSimplest(set: Readers): ReaderFacts | null {
    let at = set;
    while (at > 1) at = this.#without[at]!;
    if (at === 1) return anyone;
    const start = this.#fact[set] === 0 ? this.#with[set]! : set;
    const fewest = this.#fewestFacts(start, new Map());
    if (fewest === null) return null;
    const named = (kind: string) => fewest.filter(key => key.startsWith(kind)).map(key => key.slice(kind.length));
    return { signedIn: true, roles: named('role '), memberships: named('membership ') };
  }

  #fewestFacts(node: Readers, known: Map<Readers, readonly string[] | null>): readonly string[] | null {
    if (node < 2) return node === 1 ? [] : null;
    const before = known.get(node);
    if (before !== undefined) return before;
    const lacking = this.#fewestFacts(this.#without[node]!, known);
    const holding = this.#fewestFacts(this.#with[node]!, known);
    const isLackingBest = lacking !== null && (holding === null || lacking.length <= holding.length + 1);
    const made = isLackingBest ? lacking : holding && [this.#facts[this.#fact[node]!]!, ...holding];
    known.set(node, made);
    return made;
  }

  #make(tree: RuleTree<WhoTest>): Readers {
    if (isTest(tree)) return this.#node(this.#indexOf(keyOfWhoTest(tree)), 0, 1);
    const all = (tree.all ?? []).reduce((held, part) => this.both(held, this.ofTree(part)), this.everybody);
    const any = tree.any && tree.any.length > 0 ? tree.any.reduce((some, part) => this.either(some, this.ofTree(part)), this.nobody) : 1;
    return (tree.none ?? []).reduce((held, part) => this.without(held, this.ofTree(part)), this.both(all, any));
  }

  #indexOf(key: string): number {
    const known = this.#factIndex.get(key);
    if (known !== undefined) return known;
    this.#factIndex.set(key, this.#facts.length);
    return this.#facts.push(key) - 1;
  }

  #node(fact: number, without: Readers, holding: Readers): Readers {
    if (without === holding) return without;
    const nodes = (this.#nodes[fact] ??= new Map());
    const key = without * span + holding;
    const known = nodes.get(key);
    if (known !== undefined) return known;
    if (this.#fact.length >= mostNodes) throw new TooManyClasses();
    const made = this.#fact.push(fact) - 1;
    this.#without.push(without);
    this.#with.push(holding);
    nodes.set(key, made);
    return made;
  }
}
