import { clipped } from '../rule/open-time';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';

/** Times at which something opens and closes: sorted, disjoint. */
export type Openings = readonly Interval[];

/** Some openings that are open together and no others, and when that is so. */
export interface Together {
  readonly openOnes: ReadonlySet<Openings>;
  readonly times: readonly Interval[];
}

/** Which of some openings are ever open together. What opens at the very same times is looked at once, and kept. */
export class Alternations {
  readonly #known = new Map<string, readonly Together[]>();
  readonly #numbers = new Map<Openings, number>();

  /**
   * @param all - of all that comes again; those of the same times may be the same list
   * @param mayWork - told how much effort it would be, and answers whether it may be made
   * @returns null when it may not
   */
  of(all: readonly Openings[], segment: Interval, mayWork: (effort: number) => boolean): readonly Together[] | null {
    const distinct = [...new Set(all)];
    const key = `${distinct.map(each => this.#numberOf(each)).join()} ${segment.from} ${segment.until}`;
    const known = this.#known.get(key);
    if (known) return known;
    const turns = distinct.reduce((count, open) => count + 2 * open.length, 0);
    if (!mayWork(Math.ceil(turns / 16))) return null;
    const made = togetherOf(distinct, segment);
    this.#known.set(key, made);
    return made;
  }

  #numberOf(open: Openings): number {
    const known = this.#numbers.get(open);
    if (known !== undefined) return known;
    this.#numbers.set(open, this.#numbers.size);
    return this.#numbers.size - 1;
  }
}

/** What is open together at some time, and what would be with one opening more or less. */
interface State {
  readonly indexes: readonly number[];
  readonly times: { from: Instant; until: Instant }[];
  readonly next: (State | undefined)[];
}

// From day to day the same things turn in the same order: each turn leads from one state to another that is known by then.
function togetherOf(all: readonly Openings[], segment: Interval): readonly Together[] {
  const states = new Map<string, State>();
  const stateOf = (indexes: readonly number[]): State => {
    const key = indexes.join();
    const known = states.get(key) ?? { indexes, times: [], next: [] };
    states.set(key, known);
    return known;
  };
  const toggled = ({ indexes, next }: State, index: number): State =>
    (next[index] ??= stateOf(indexes.includes(index) ? indexes.filter(each => each !== index) : sortedWith(indexes, index)));
  let state = stateOf([]);
  let { from } = segment;
  for (const turn of turnsOf(all, segment)) {
    const at = segment.from + Math.floor(turn / all.length);
    if (at > from) {
      note(state, from, at);
      from = at;
    }
    state = toggled(state, turn % all.length);
  }
  note(state, from, segment.until);
  return [...states.values()]
    .filter(({ times }) => times.length > 0)
    .map(({ indexes, times }) => ({ openOnes: new Set(indexes.map(index => all[index]!)), times }));
}

// Times come in order, so that one that goes on is told by the last.
function note({ times }: State, from: Instant, until: Instant): void {
  if (from >= until) return;
  const last = times[times.length - 1];
  if (last?.until === from) last.until = until;
  else times.push({ from, until });
}

/** Each turn as one exact number, in order: the time since the segment began, and which of the openings turns. */
function turnsOf(all: readonly Openings[], segment: Interval): Float64Array {
  const within = all.map(open => clipped(open, segment));
  // What never ends does not turn again.
  const endless = within.filter(open => open.at(-1)?.until === Infinity).length;
  const turns = new Float64Array(2 * within.reduce((count, open) => count + open.length, 0) - endless);
  let at = 0;
  within.forEach((open, index) => {
    for (const { from, until } of open) {
      turns[at++] = (from - segment.from) * all.length + index;
      if (until !== Infinity) turns[at++] = (until - segment.from) * all.length + index;
    }
  });
  return turns.sort();
}

function sortedWith(indexes: readonly number[], index: number): readonly number[] {
  const at = indexes.findIndex(each => each > index);
  return at < 0 ? [...indexes, index] : [...indexes.slice(0, at), index, ...indexes.slice(at)];
}
