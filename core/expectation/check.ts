import { groupBy } from '../collection/group-by';
import { carriersOf, insetIdsOf } from '../inset/inset';
import { Contention, type Asking } from '../plan/contention';
import { insetHoldersIn, type BlockSpan, type SitePlan } from '../plan/site-plan';
import { isContended, standingsIn, type Standing } from '../plan/standing';
import { sweep } from '../plan/sweep';
import { ReaderDiagrams, type Readers } from '../reach/reader-diagrams';
import type { PageFacts } from '../rule/where';
import type { ReaderFacts } from '../rule/who';
import { holdsInstant } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { limitsOf } from '../theme/manifest';
import { breachesFrom, type Failing } from './breaches';
import type { ExpectationValue } from './expectation';

/** A stretch of time in which an expectation is not kept. */
export interface Breach {
  readonly from: Instant;
  /** Null when it goes on to the end of what was looked at. */
  readonly until: Instant | null;
  /** A reader for whom it is so at first, with as few facts as possible. */
  readonly reader: ReaderFacts;
  /** Every page where it is so for somebody. */
  readonly pages: readonly PageFacts[];
  /** The blocks that do not show, or that show and should not. */
  readonly blockIds: readonly string[];
}

/** How an expectation came out. */
export interface ExpectationOutcome {
  readonly breaches: readonly Breach[];
  /** Whether a bound was met, so that there may be more. */
  readonly isPartial: boolean;
}

/**
 * Checks an expectation over a whole plan, exactly: for every class of readers that rules tell apart, at every moment,
 * on every page it speaks of.
 */
export function checkExpectation(expectation: ExpectationValue, plan: SitePlan): ExpectationOutcome {
  const subject = subjectOf(expectation, plan);
  const judge = new Judge(expectation, plan, subject);
  const { found, isPartial } = sweep<Failing>(plan, {
    pages: plan.universe.where(expectation.where, { locale: plan.locale, query: {} }),
    standings: subject.standings,
    likeness: position => judge.likenessOf(position),
    cuts: subject.cuts,
    judge: (open, position, at) => judge.failing(open, position, at),
    workOfJudging: () => judge.work,
  });
  return { breaches: breachesFrom(found, expectation, plan), isPartial: isPartial || plan.isPartial };
}

/** All that an expectation rests on: while it is the same, so is how it comes out. */
export function basisOfExpectation(expectation: ExpectationValue, plan: SitePlan): readonly unknown[] {
  const { standings, blockIds, carriers } = subjectOf(expectation, plan);
  return [
    plan.universe,
    plan.manifest,
    plan.isPartial,
    ...standings,
    ...blockIds.map(id => plan.blocks.get(id)),
    ...[...carriers].map(id => plan.blocks.get(id)),
  ];
}

/** What an expectation speaks of, and what decides about it. */
export interface Subject {
  /** All that can make it come out one way or the other, in order. */
  readonly standings: readonly Standing[];
  /** The blocks spoken of at any time; empty when it speaks of a region. */
  readonly blockIds: readonly string[];
  /** All blocks that the blocks spoken of can be seen in, they themselves included. */
  readonly carriers: ReadonlySet<string>;
  /** When anything about those blocks changes. */
  readonly cuts: readonly Instant[];
}

const subjects = new WeakMap<SitePlan, WeakMap<ExpectationValue, Subject>>();

/** What an expectation speaks of in a plan; found once. */
export function subjectOf(expectation: ExpectationValue, plan: SitePlan): Subject {
  const known = subjects.get(plan) ?? new WeakMap<ExpectationValue, Subject>();
  subjects.set(plan, known);
  const made = known.get(expectation) ?? findSubject(expectation, plan);
  known.set(expectation, made);
  return made;
}

function findSubject({ subject }: ExpectationValue, plan: SitePlan): Subject {
  if (subject.kind === 'region') return { standings: standingsIn(plan, subject.name), blockIds: [], carriers: new Set(), cuts: [] };
  const blockIds =
    subject.kind === 'blocks'
      ? subject.blockIds
      : [...plan.blocks].filter(([, spans]) => spans.some(each => each.type === subject.type)).map(([id]) => id);
  const carriers = carriersOf(blockIds, insetHoldersIn(plan));
  const targets = [...new Set(plan.placements.filter(each => carriers.has(each.value.blockId)).map(each => each.value.target.name))];
  // Others in the same region count where they can stand in for it or take its room.
  const standings = targets.flatMap(target => {
    const all = standingsIn(plan, target);
    return isContended(plan, target) ? all : all.filter(each => carriers.has(each.placed.value.blockId));
  });
  const cuts = new Set<Instant>();
  for (const id of carriers)
    for (const { from, until } of plan.blocks.get(id) ?? [])
      for (const at of [from, until]) if (at > plan.span.from && at < plan.span.until) cuts.add(at);
  return { standings, blockIds, carriers, cuts: [...cuts].sort((a, b) => a - b) };
}

/** Readers who see a block wherever another one shows. */
interface Seen {
  readonly blockId: string;
  readonly readers: Readers;
}

/** Judges a page at a moment, for all readers at once. */
class Judge {
  readonly #diagrams = new ReaderDiagrams();
  readonly #contention = new Contention(this.#diagrams);
  readonly #counted = new Map<string, Readers>();
  #looked = 0;
  readonly #likeness = new Map<string, number>();
  readonly #likenessAt: number[] = [];
  readonly #seenIn = new Map<Instant, Map<string, readonly Seen[]>>();
  readonly #blockIdsAt = new Map<Instant, ReadonlySet<string>>();
  readonly #holdsInsets: boolean;

  constructor(
    private readonly expectation: ExpectationValue,
    private readonly plan: SitePlan,
    private readonly subject: Subject,
  ) {
    this.#holdsInsets = expectation.subject.kind !== 'region';
  }

  /** How much was done so far, in steps. */
  get work(): number {
    return this.#looked + this.#diagrams.steps;
  }

  /** Pages of the same likeness come out alike with the same standings. */
  likenessOf(position: number): number {
    const kept = this.#likenessAt[position];
    if (kept !== undefined) return kept;
    return (this.#likenessAt[position] = this.#findLikeness(position));
  }

  #findLikeness(position: number): number {
    const page = this.plan.universe.pages[position]!;
    const key = `${page.layout} ${this.#diagrams.ofTree(page.readers)} ${this.#heldBy(page).join()}`;
    const known = this.#likeness.get(key);
    if (known !== undefined) return known;
    this.#likeness.set(key, this.#likeness.size);
    return this.#likeness.size - 1;
  }

  failing(open: readonly Standing[], position: number, at: Instant): Failing | null {
    const page = this.plan.universe.pages[position]!;
    const readers = this.#diagrams.both(this.#diagrams.ofTree(this.expectation.who), this.#diagrams.ofTree(page.readers));
    if (this.#diagrams.simplestReader(readers) === null) return null;
    return this.expectation.subject.kind === 'region'
      ? this.#failingRegion(open, page, readers)
      : this.#failingBlocks(open, page, readers, at);
  }

  #heldBy(page: PageFacts): readonly string[] {
    if (!this.#holdsInsets || !page.written) return [];
    return insetIdsOf(page.written).filter(id => this.subject.carriers.has(id));
  }

  #shown(open: readonly Standing[], page: PageFacts): readonly Asking[] {
    const byTarget = groupBy(open, each => each.placed.value.target.name);
    return [...byTarget].flatMap(([target, standings]) => {
      const asking = standings.map(each => this.#contention.askingOf(each));
      const shown = this.#contention.shownTo(asking, limitsOf(this.plan.manifest, page.layout, target).most);
      return asking.map(({ standing }, index) => ({ standing, readers: shown[index]! }));
    });
  }

  #failingRegion(open: readonly Standing[], page: PageFacts, readers: Readers): Failing | null {
    const shown = this.#shown(open, page);
    const failing = this.#diagrams.both(readers, this.#countFails(shown.map(each => each.readers)));
    return this.#tell(
      failing,
      shown.map(each => ({ blockId: each.standing.placed.value.blockId, readers: each.readers })),
    );
  }

  #failingBlocks(open: readonly Standing[], page: PageFacts, readers: Readers, at: Instant): Failing | null {
    const diagrams = this.#diagrams;
    const seeing = new Map<string, Readers>();
    const see = (holder: string, shown: Readers) => {
      for (const { blockId, readers: inside } of this.#seenWith(holder, at))
        seeing.set(blockId, diagrams.either(seeing.get(blockId) ?? diagrams.nobody, diagrams.both(shown, inside)));
    };
    for (const { standing, readers: shown } of this.#shown(open, page)) see(standing.placed.value.blockId, shown);
    for (const id of this.#heldBy(page)) {
      const block = this.#blockAt(id, at);
      if (block) see(id, block.readers === null ? diagrams.everybody : diagrams.ofTree(block.readers));
    }
    const { claim } = this.expectation;
    const blockIds = this.#blocksAt(at);
    if (claim === 'shows') {
      this.#looked += blockIds.size;
      const missing: Seen[] = [...blockIds].map(blockId => ({
        blockId,
        readers: diagrams.not(seeing.get(blockId) ?? diagrams.nobody),
      }));
      return this.#tell(diagrams.both(readers, this.#anyOf(missing)), missing);
    }
    const seen: Seen[] = [...seeing].filter(([id]) => blockIds.has(id)).map(([blockId, held]) => ({ blockId, readers: held }));
    const failing = claim === 'does not show' ? this.#anyOf(seen) : this.#countFails(seen.map(each => each.readers));
    return this.#tell(diagrams.both(readers, failing), seen);
  }

  #anyOf(seen: readonly Seen[]): Readers {
    return seen.reduce((some, each) => this.#diagrams.either(some, each.readers), this.#diagrams.nobody);
  }

  #countFails(sets: readonly Readers[]): Readers {
    const key = sets.join();
    const known = this.#counted.get(key);
    if (known !== undefined) return known;
    const made = this.#count(sets);
    this.#counted.set(key, made);
    return made;
  }

  #count(sets: readonly Readers[]): Readers {
    const { claim, count } = this.expectation;
    const diagrams = this.#diagrams;
    if (claim === 'does not show') return this.#anyOf(sets.map(readers => ({ blockId: '', readers })));
    if (claim === 'at least') {
      const counts = diagrams.countsOf(sets, count - 1);
      return diagrams.not(counts[count]!);
    }
    return diagrams.countsOf(sets, count)[count + 1]!;
  }

  #tell(failing: Readers, parts: readonly Seen[]): Failing | null {
    const reader = this.#diagrams.simplestReader(failing);
    if (reader === null) return null;
    const told = parts.filter(each => this.#diagrams.simplestReader(this.#diagrams.both(failing, each.readers)) !== null);
    return { reader, blockIds: [...new Set(told.map(each => each.blockId))] };
  }

  #blockAt(id: string, at: Instant): BlockSpan | undefined {
    return this.plan.blocks.get(id)?.find(each => holdsInstant(each, at));
  }

  /** The blocks spoken of: those chosen, live or not, or the live ones of a type. */
  #blocksAt(at: Instant): ReadonlySet<string> {
    const { subject } = this.expectation;
    const key = this.#epochOf(at);
    const known = this.#blockIdsAt.get(key);
    if (known) return known;
    const { blockIds } = this.subject;
    const made = new Set(subject.kind === 'type' ? blockIds.filter(id => this.#blockAt(id, at)?.type === subject.type) : blockIds);
    this.#blockIdsAt.set(key, made);
    return made;
  }

  /** The blocks spoken of that are seen wherever one shows: it itself, and what its texts hold, however deep. */
  #seenWith(holder: string, at: Instant): readonly Seen[] {
    const key = this.#epochOf(at);
    const known = this.#seenIn.get(key) ?? new Map<string, readonly Seen[]>();
    this.#seenIn.set(key, known);
    const before = known.get(holder);
    if (before) return before;
    const seen = new Map<string, Readers>();
    this.#walk(holder, this.#diagrams.everybody, at, [], seen);
    const made = [...seen].map(([blockId, readers]) => ({ blockId, readers }));
    known.set(holder, made);
    return made;
  }

  #walk(id: string, readers: Readers, at: Instant, way: readonly string[], seen: Map<string, Readers>): void {
    if (way.includes(id)) return;
    const before = seen.get(id) ?? this.#diagrams.nobody;
    const after = this.#diagrams.either(before, readers);
    // Whoever sees it this way sees it already: nothing further inside is new either.
    if (after === before) return;
    seen.set(id, after);
    for (const inside of this.#blockAt(id, at)?.insets ?? []) {
      const block = this.#blockAt(inside, at);
      if (!block || !this.subject.carriers.has(inside)) continue;
      const own = block.readers === null ? readers : this.#diagrams.both(readers, this.#diagrams.ofTree(block.readers));
      this.#walk(inside, own, at, [...way, id], seen);
    }
  }

  #epochOf(at: Instant): Instant {
    return this.subject.cuts.reduce((last, cut) => (cut <= at ? cut : last), -Infinity);
  }
}
