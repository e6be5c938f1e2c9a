import { byWhatIsOpen, compileWhen } from '../rule/when';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { PageFacts } from '../rule/where';
import type { Instant } from '../schedule/local-time';
import { carriersOf } from '../inset/inset';
import { cutsWithin, type SitePiece, type SitePlan } from '../plan/pieces';
import { audiencesOf } from '../reach/audiences';
import { both, either, emptySet, isEmpty, positionsOf, setWhere, without, type BitSet } from '../reach/bit-set';
import { ReachGrid, type GridColumn } from '../reach/grid';
import type { PlacedFacts, SiteSide } from '../reach/site-facts';
import type { ExpectationValue } from './expectation';

/** A stretch of time in which an expectation is not kept. */
export interface Breach {
  readonly from: Instant;
  /** Null when it goes on to the end of what was looked at. */
  readonly until: Instant | null;
  /** The first class of readers for whom it is so. */
  readonly reader: ReaderFacts;
  /** Every page where it is so for somebody. */
  readonly pages: readonly PageFacts[];
  /** The blocks that do not show, or that show and should not. */
  readonly blockIds: readonly string[];
}

/** How an expectation came out. */
export interface ExpectationOutcome {
  readonly breaches: readonly Breach[];
  readonly isPartial: boolean;
}

/** The most cuts of time that are looked at for one expectation. */
const mostCuts = 100_000;

interface Moment {
  readonly pages: BitSet;
  readonly reader: ReaderFacts;
  readonly blockIds: readonly string[];
}

/**
 * Checks an expectation over a whole plan, exactly: at every cut of time at which anything it speaks of can change,
 * for every class of readers that the rules at hand tell apart, on every page it speaks of.
 */
export function checkExpectation(expectation: ExpectationValue, plan: SitePlan): ExpectationOutcome {
  const breaches: Breach[] = [];
  // By id: the same page is another object once something about it has changed.
  let open: { from: Instant; pages: Map<string, PageFacts>; reader: ReaderFacts; blockIds: Set<string> } | null = null;
  let cutCount = 0;
  let isPartial = plan.isPartial;
  const close = (until: Instant | null) => {
    if (open) breaches.push({ from: open.from, until, reader: open.reader, pages: [...open.pages.values()], blockIds: [...open.blockIds] });
    open = null;
  };
  const speaksAt = compileWhen(expectation.when);
  for (const piece of plan.pieces) {
    const grid = new ReachGrid(piece.side);
    const subject = subjectIn(piece.side, expectation);
    const audiences = audiencesFor(piece, grid, expectation, subject);
    isPartial ||= audiences.isPartial;
    const breachFor = byWhatIsOpen(
      placedIn(piece.side, subject).map(each => grid.ruleOf(each).when),
      moment => breachAt(expectation, grid, subject, audiences.readers, moment),
    );
    for (const from of cutsWithin(piece, [expectation.when, ...placedIn(piece.side, subject).map(each => grid.ruleOf(each).when)])) {
      cutCount += 1;
      if (cutCount > mostCuts) return { breaches, isPartial: true };
      const found = speaksAt(from) ? breachFor(from) : null;
      if (!found) {
        close(from);
        continue;
      }
      open ??= { from, pages: new Map(), reader: found.reader, blockIds: new Set() };
      for (const position of positionsOf(found.pages)) {
        const page = piece.side.pages[position]!;
        open.pages.set(page.id, page);
      }
      for (const id of found.blockIds) open.blockIds.add(id);
    }
  }
  close(null);
  return { breaches, isPartial };
}

interface Subject {
  /** Ids of the placements that can make it come out one way or the other. */
  readonly placements: ReadonlySet<string>;
  /** The blocks spoken of; empty when it speaks of a region. */
  readonly blockIds: readonly string[];
  /** All blocks that the blocks spoken of can be seen in, they themselves included. */
  readonly carriers: ReadonlySet<string>;
}

function subjectIn(side: SiteSide, { subject }: ExpectationValue): Subject {
  if (subject.kind === 'region') {
    const placements = side.placements.filter(each => each.value.target.name === subject.name).map(each => each.id);
    return { placements: new Set(placements), blockIds: [], carriers: new Set() };
  }
  const ofType = subject.kind === 'type' ? new Set(side.blocksByType[subject.type] ?? []) : null;
  const blockIds = subject.kind === 'blocks' ? subject.blockIds : [...ofType!];
  const carriers = carriersOf(blockIds, Object.entries(side.insets));
  const targets = new Set(side.placements.filter(each => carriers.has(each.value.blockId)).map(each => each.value.target.name));
  // Others in the same region can stand in for it or take its room.
  return {
    placements: new Set(side.placements.filter(each => targets.has(each.value.target.name)).map(each => each.id)),
    blockIds,
    carriers,
  };
}

function placedIn(side: SiteSide, subject: Subject): readonly PlacedFacts[] {
  return side.placements.filter(each => subject.placements.has(each.id) && each.dormancy === null && !each.value.off);
}

function audiencesFor(
  { side, snapshot }: SitePiece,
  grid: ReachGrid,
  expectation: ExpectationValue,
  subject: Subject,
): ReturnType<typeof audiencesOf> {
  const keys = new Set<string>([...readerFactsIn(expectation.who), ...snapshot.pageReaderFacts]);
  for (const placement of placedIn(side, subject)) {
    for (const key of readerFactsIn(grid.ruleOf(placement).who)) keys.add(key);
    for (const key of readerFactsIn(side.blockReaders[placement.value.blockId] ?? {})) keys.add(key);
  }
  for (const id of subject.carriers) for (const key of readerFactsIn(side.blockReaders[id] ?? {})) keys.add(key);
  const asked = compileWho(expectation.who);
  const audiences = audiencesOf(keys);
  return { ...audiences, readers: audiences.readers.filter(reader => asked(reader)) };
}

function breachAt(
  expectation: ExpectationValue,
  grid: ReachGrid,
  subject: Subject,
  readers: readonly ReaderFacts[],
  moment: Instant,
): Moment | null {
  const { universe, side } = grid;
  let pages = emptySet(universe.size);
  const blockIds = new Set<string>();
  let first: ReaderFacts | null = null;
  const spokenOf = universe.where(expectation.where, { locale: side.locale, query: {} });
  for (const reader of readers) {
    const mine = both(spokenOf, universe.readableBy(reader));
    if (isEmpty(mine)) continue;
    const columns = grid.columns({ reader, moment, query: {} }, subject.placements);
    const failing = failingPages(expectation, grid, subject, columns, reader, mine);
    if (isEmpty(failing.pages)) continue;
    first ??= reader;
    pages = either(pages, failing.pages);
    for (const id of failing.blockIds) blockIds.add(id);
  }
  return first && { pages, reader: first, blockIds: [...blockIds] };
}

function failingPages(
  { claim, count, subject: spoken }: ExpectationValue,
  grid: ReachGrid,
  subject: Subject,
  columns: readonly GridColumn[],
  reader: ReaderFacts,
  pages: BitSet,
): { pages: BitSet; blockIds: readonly string[] } {
  const { size } = grid.universe;
  if (claim === 'shows' || (claim === 'does not show' && spoken.kind !== 'region')) {
    let failing = emptySet(size);
    const blockIds: string[] = [];
    for (const id of subject.blockIds) {
      const shown = pagesShowing(grid, columns, reader, id);
      const part = claim === 'shows' ? without(pages, shown) : both(pages, shown);
      if (!isEmpty(part)) blockIds.push(id);
      failing = either(failing, part);
    }
    return { pages: failing, blockIds };
  }
  const sets =
    spoken.kind === 'region'
      ? columns.map(column => ({ blockId: column.placement.value.blockId, shown: column.shown }))
      : subject.blockIds.map(blockId => ({ blockId, shown: pagesShowing(grid, columns, reader, blockId) }));
  const counts = new Uint16Array(size);
  for (const { shown } of sets) for (const position of positionsOf(shown)) counts[position]! += 1;
  const fails = (held: number) => (claim === 'at most' ? held > count : claim === 'at least' ? held < count : held > 0);
  const failing = both(
    pages,
    setWhere(size, at => fails(counts[at]!)),
  );
  return { pages: failing, blockIds: sets.filter(each => !isEmpty(both(each.shown, failing))).map(each => each.blockId) };
}

/** The pages on which a block shows to a reader: by its placements, and inside texts. */
function pagesShowing(
  grid: ReachGrid,
  columns: readonly GridColumn[],
  reader: ReaderFacts,
  blockId: string,
  way: readonly string[] = [],
): BitSet {
  const { side, universe } = grid;
  let shown = emptySet(universe.size);
  const readers = side.blockReaders[blockId];
  if (way.includes(blockId) || readers === undefined || (readers !== null && !compileWho(readers)(reader))) return shown;
  for (const column of columns) if (column.placement.value.blockId === blockId) shown = either(shown, column.shown);
  for (const [holder, held] of Object.entries(side.insets)) {
    if (!held.includes(blockId)) continue;
    const position = universe.positionOf(holder);
    if (position !== undefined)
      shown = either(
        shown,
        both(
          universe.readableBy(reader),
          setWhere(universe.size, at => at === position),
        ),
      );
    else shown = either(shown, pagesShowing(grid, columns, reader, holder, [...way, blockId]));
  }
  return shown;
}
