import type { MomentStyle } from '../format/moment';
import { labelOfTarget } from '../theme/manifest';
import type { Instant } from '../schedule/local-time';
import type { ReaderFacts } from '../rule/who';
import { say } from '../tongue/say';
import { both, countOfSet, has } from './bit-set';
import { codeOfState, ReachGrid, shownCount, type GridColumn } from './grid';
import { lifeSentence } from './life';
import type { PlacedFacts, SiteFacts, SiteSide } from './site-facts';

/** Added to the code of a cell's state when the change in hand brings the placement to the page, or takes it off. */
export const gains = 64;
/** See {@link gains}. */
export const loses = 128;

/** One placement against all pages. */
export interface ReachColumn {
  readonly placement: PlacedFacts;
  readonly target: string;
  /** One byte per page: the code of its state, with {@link gains} or {@link loses} added. */
  readonly cells: Uint8Array;
  readonly shown: number;
  readonly gained: number;
  readonly lost: number;
  /** "none now, 14 pages from 1 April". */
  readonly life: string;
}

/** What is looked at, and from where. */
export interface ReachQuestion {
  readonly reader: ReaderFacts;
  readonly moment: Instant;
  /** Ids; null takes all. */
  readonly placements: ReadonlySet<string> | null;
  /** A region or insertion point; empty takes all. */
  readonly target: string;
}

/** The reach of placements over the page tree, before and with the changes in hand. */
export class ReachTable {
  readonly #before: ReachGrid;
  readonly #after: ReachGrid;
  readonly #isChanged: boolean;

  /** @param facts - the pages of `after` may be left empty when they are those of `before` */
  constructor(facts: Pick<SiteFacts, 'before' | 'after'>) {
    const after = facts.after && facts.after.pages.length === 0 ? { ...facts.after, pages: facts.before.pages } : facts.after;
    this.#before = new ReachGrid(facts.before);
    this.#after = after ? new ReachGrid(after) : this.#before;
    this.#isChanged = after !== null;
  }

  /** The site as it is with the changes. */
  get side(): SiteSide {
    return this.#after.side;
  }

  /** The columns in the order of the placements; those taken off come last. */
  columns(question: ReachQuestion, style: MomentStyle): readonly ReachColumn[] {
    const isWanted = ({ id, value }: PlacedFacts) =>
      (question.placements === null || question.placements.has(id)) && (question.target === '' || value.target.name === question.target);
    const ids = new Set([...this.#after.side.placements, ...this.#before.side.placements].filter(isWanted).map(each => each.id));
    const vantage = { reader: question.reader, moment: question.moment, query: {} };
    const now = this.#after.columns(vantage, ids);
    if (!this.#isChanged) return now.map(column => this.#unchanged(column, style));
    const was = new Map(this.#before.columns(vantage, ids).map(each => [each.placement.id, each]));
    const known = new Set(now.map(each => each.placement.id));
    const gone = [...was.values()].filter(each => !known.has(each.placement.id));
    return [
      ...now.map(column => this.#compared(column, was.get(column.placement.id), style)),
      ...gone.map(column => this.#compared(null, column, style)),
    ];
  }

  #unchanged(column: GridColumn, style: MomentStyle): ReachColumn {
    return { ...this.#described(column, style), cells: column.cells, gained: 0, lost: 0 };
  }

  #compared(now: GridColumn | null, was: GridColumn | undefined, style: MomentStyle): ReachColumn {
    const pages = this.#after.side.pages;
    const isSame = pages === this.#before.side.pages;
    const cells = new Uint8Array(pages.length);
    let [gained, lost] = [0, 0];
    for (let at = 0; at < pages.length; at += 1) {
      const oldAt = isSame ? at : this.#before.universe.positionOf(pages[at]!.id);
      const shows = now !== null && has(now.shown, at);
      const showed = was !== undefined && oldAt !== undefined && has(was.shown, oldAt);
      cells[at] = (now ? now.cells[at]! : codeOfState('not meant')) + (shows && !showed ? gains : showed && !shows ? loses : 0);
      if (shows && !showed) gained += 1;
      if (showed && !shows) lost += 1;
    }
    return { ...this.#described((now ?? was)!, style, now === null), cells, gained, lost };
  }

  #described(column: GridColumn, style: MomentStyle, isGone = false): Omit<ReachColumn, 'cells' | 'gained' | 'lost'> {
    const { placement } = column;
    const { target } = placement.value;
    const grid = isGone ? this.#before : this.#after;
    const fitting =
      target.kind === 'insertion point' ? column.meant : both(column.meant, grid.universe.withRegion(grid.side.manifest, target.name));
    return {
      placement,
      target: labelOfTarget(grid.side.manifest, target),
      shown: isGone ? 0 : shownCount(column),
      life: isGone
        ? 'taken off'
        : placement.value.off
          ? say`switched off`
          : lifeSentence(grid.ruleOf(placement), countOfSet(fitting), grid.side.moment, style),
    };
  }
}
