import { effectiveRule, missingRule, type SharedRules } from '../rule/shared-rule';
import { isNowhere, isTest, type Rule, type RuleTree, type WhereTest } from '../rule/rule';
import { compileWhen, nextOpening } from '../rule/when';
import { compileWho, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import { hasMost, limitsOf } from '../theme/manifest';
import { both, countOfSet, emptySet, either, has, isEmpty, positionsOf, setWhere, without, type BitSet } from './bit-set';
import type { Reading } from '../rule/page-facts';
import { universeOf, type PageUniverse } from './page-universe';
import type { PlacedFacts, SiteSide } from './site-facts';

/** How a placement stands to a page. All but the first two are ways of being away. */
export const cellStates = [
  'not meant',
  'shows',
  'page readers',
  'not live',
  'off',
  'shared rule',
  'excepted',
  'who',
  'over',
  'later',
  'block',
  'block readers',
  'layout',
  'stand-in',
  'limit',
] as const;
/** See {@link cellStates}. */
export type CellState = (typeof cellStates)[number];

const codeOf = Object.fromEntries(cellStates.map((state, code) => [state, code])) as Readonly<Record<CellState, number>>;

/** From where the grid is looked at. */
export interface GridVantage {
  readonly reader: ReaderFacts;
  readonly moment: Instant;
  readonly query: Readonly<Record<string, string>>;
}

/** One placement against all pages: for each page the code of its state in {@link cellStates}. */
export interface GridColumn {
  readonly placement: PlacedFacts;
  readonly cells: Uint8Array;
  readonly shown: BitSet;
  /** When it opens later than the moment, within eight years; null when it is open, or never opens again. */
  readonly opens: Instant | null;
  /** The pages that it is meant for, whoever reads and whenever. */
  readonly meant: BitSet;
}

/** What of a placement is the same on every page. */
interface OwnFacts {
  readonly rule: Rule;
  /** The step that stops it on every page, or null. */
  readonly stop: CellState | null;
  readonly opens: Instant | null;
}

/** Computes which placements show on which pages, whole columns at a time. */
export class ReachGrid {
  readonly universe: PageUniverse;
  readonly sharedRules: SharedRules;

  constructor(readonly side: SiteSide) {
    this.universe = universeOf(side.pages);
    this.sharedRules = new Map(Object.entries(side.sharedRules));
  }

  /**
   * The columns of some placements; those of the same region are looked at too, as far as they can stand in the way.
   * @param wanted - ids; null takes all
   */
  columns(vantage: GridVantage, wanted: ReadonlySet<string> | null = null): readonly GridColumn[] {
    const targets = new Map<string, PlacedFacts[]>();
    for (const placement of this.side.placements) {
      const list = targets.get(placement.value.target.name);
      if (list) list.push(placement);
      else targets.set(placement.value.target.name, [placement]);
    }
    const made = new Map<string, GridColumn>();
    for (const [target, placements] of targets) {
      const asked = wanted === null ? placements : placements.filter(each => wanted.has(each.id));
      if (asked.length === 0) continue;
      const contended = this.#isContended(target, placements);
      const columns = (contended ? placements : asked).map(placement => this.#ownColumn(placement, vantage));
      if (contended) this.#settle(target, columns);
      for (const column of columns) if (wanted === null || wanted.has(column.placement.id)) made.set(column.placement.id, column);
    }
    return this.side.placements.flatMap(placement => made.get(placement.id) ?? []);
  }

  /** The rule of a placement with all that it follows. */
  ruleOf(placement: PlacedFacts): Rule {
    return effectiveRule(placement.value.rule, this.sharedRules);
  }

  #reading(vantage: GridVantage): Reading {
    return { locale: this.side.locale, query: vantage.query };
  }

  #ownFacts(placement: PlacedFacts, { reader, moment }: GridVantage): OwnFacts {
    const { value } = placement;
    const rule = this.ruleOf(placement);
    if (placement.dormancy)
      return { rule, stop: 'not live', opens: placement.dormancy.state === 'scheduled' ? placement.dormancy.at : null };
    if (value.off) return { rule, stop: 'off', opens: null };
    if (missingRule(value.rule, this.sharedRules) !== null) return { rule, stop: 'shared rule', opens: null };
    if (!compileWho(rule.who)(reader)) return { rule, stop: 'who', opens: null };
    if (!compileWhen(rule.when)(moment)) {
      const opens = nextOpening(rule.when, moment);
      return { rule, stop: opens === null ? 'over' : 'later', opens };
    }
    const readers = this.side.blockReaders[value.blockId];
    if (readers === undefined) return { rule, stop: 'block', opens: null };
    if (readers !== null && !compileWho(readers)(reader)) return { rule, stop: 'block readers', opens: null };
    return { rule, stop: null, opens: null };
  }

  #ownColumn(placement: PlacedFacts, vantage: GridVantage): GridColumn {
    const { universe } = this;
    const { rule, stop, opens } = this.#ownFacts(placement, vantage);
    const reading = this.#reading(vantage);
    // A rule whose shared rule is gone holds nowhere; its own pages are those that miss it.
    const meant = universe.where(stop === 'shared rule' ? placement.value.rule.where : rule.where, reading);
    const cells = new Uint8Array(universe.size);
    const paint = (set: BitSet, state: CellState) => {
      for (const position of positionsOf(set)) cells[position] = codeOf[state];
    };
    const positive = withoutExceptions(rule.where);
    if (positive) paint(without(universe.where(positive, reading), meant), 'excepted');
    if (stop !== null) {
      paint(meant, stop);
      return { placement, cells, shown: emptySet(universe.size), opens, meant };
    }
    const { target } = placement.value;
    const fitting = target.kind === 'insertion point' ? meant : both(meant, universe.withRegion(this.side.manifest, target.name));
    const shown = both(fitting, universe.readableBy(vantage.reader));
    paint(without(meant, fitting), 'layout');
    paint(without(fitting, shown), 'page readers');
    paint(shown, 'shows');
    return { placement, cells, shown, opens, meant };
  }

  #isContended(target: string, placements: readonly PlacedFacts[]): boolean {
    const { manifest } = this.side;
    return placements.some(each => each.value.target.kind === 'stand in') || hasMost(manifest, target);
  }

  // Stand-ins first, then how many the region may hold; in order, as on the page itself.
  #settle(target: string, columns: GridColumn[]): void {
    const give = (index: number, shown: BitSet, state: CellState): void => {
      const column = columns[index]!;
      for (const position of positionsOf(without(column.shown, shown))) column.cells[position] = codeOf[state];
      columns[index] = { ...column, shown };
    };
    const isStandIn = columns.map(each => each.placement.value.target.kind === 'stand in');
    let claimed = emptySet(this.universe.size);
    columns.forEach((column, index) => {
      if (!isStandIn[index] || isEmpty(column.shown)) return;
      give(index, without(column.shown, claimed), 'stand-in');
      claimed = either(claimed, column.shown);
    });
    if (!isEmpty(claimed))
      columns.forEach((column, index) => {
        if (!isStandIn[index] && column.placement.value.target.kind === 'region') give(index, without(column.shown, claimed), 'stand-in');
      });
    const most = this.#mostByPage(target);
    if (!most) return;
    const held = new Uint8Array(this.universe.size);
    columns.forEach((column, index) => {
      if (isEmpty(column.shown)) return;
      const kept = setWhere(this.universe.size, at => has(column.shown, at) && (held[at]! += 1) <= most[at]!);
      give(index, kept, 'limit');
    });
  }

  #mostByPage(target: string): Uint8Array | null {
    const { manifest } = this.side;
    const byLayout = new Map(manifest.layouts.map(layout => [layout.name, limitsOf(manifest, layout.name, target).most ?? 255]));
    if ([...byLayout.values()].every(most => most === 255)) return null;
    return Uint8Array.from(this.universe.pages, page => byLayout.get(page.layout) ?? limitsOf(manifest, null, target).most ?? 255);
  }
}

/** The where part of a rule without its exceptions at the top; null when there are none. */
function withoutExceptions(where: RuleTree<WhereTest>): RuleTree<WhereTest> | null {
  if (isTest(where) || isNowhere(where) || (where.none ?? []).length === 0) return null;
  const known = positives.get(where);
  if (known) return known;
  const made = { all: where.all ?? [], any: where.any ?? [] };
  positives.set(where, made);
  return made;
}

const positives = new WeakMap<RuleTree<WhereTest>, RuleTree<WhereTest>>();

/** The code of a state. */
export function codeOfState(state: CellState): number {
  return codeOf[state];
}

/** How many pages a column shows on. */
export function shownCount(column: GridColumn): number {
  return countOfSet(column.shown);
}
