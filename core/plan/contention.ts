import type { ReaderDiagrams, Readers } from '../reach/reader-diagrams';
import type { Standing } from './standing';

/** A standing with the readers whom its rule and its block ask for. */
export interface Asking {
  readonly standing: Standing;
  readonly readers: Readers;
}

/** The readers whom a standing and its block ask for. */
function askingOf(diagrams: ReaderDiagrams, standing: Standing): Asking {
  const { placed, block } = standing;
  const asked = diagrams.ofTree(placed.rule.who);
  return { standing, readers: block.readers === null ? asked : diagrams.both(asked, diagrams.ofTree(block.readers)) };
}

/**
 * To whom each of the standings that are open in one target shows: stand-ins first, the first of them alone, then no more
 * than there is room for, in order; the same as on the page itself.
 * @param most - how many the target holds there; undefined where that is not limited
 */
export function shownTo(diagrams: ReaderDiagrams, open: readonly Asking[], most: number | undefined): readonly Readers[] {
  let claimed = diagrams.nobody;
  const standIns = open.map(({ standing, readers }) => {
    if (kindOf(standing) !== 'stand in') return null;
    const own = diagrams.without(readers, claimed);
    claimed = diagrams.either(claimed, readers);
    return own;
  });
  const settled = open.map(({ standing, readers }, index) => {
    const standIn = standIns[index];
    if (standIn !== null && standIn !== undefined) return standIn;
    return kindOf(standing) === 'region' ? diagrams.without(readers, claimed) : readers;
  });
  if (most === undefined || settled.length <= most) return settled;
  const before: Readers[] = [];
  // One by one, so that each sees how many there are before it; all that matters is whether that is fewer than the most.
  let fewer: Readers[] = [diagrams.everybody, ...new Array<Readers>(Math.max(0, most - 1)).fill(diagrams.nobody)];
  for (const readers of settled) {
    const hasRoom = most === 0 ? diagrams.nobody : fewer.reduce((some, each) => diagrams.either(some, each), diagrams.nobody);
    before.push(diagrams.both(readers, hasRoom));
    fewer = fewer.map((each, count) =>
      diagrams.either(diagrams.without(each, readers), count === 0 ? diagrams.nobody : diagrams.both(fewer[count - 1]!, readers)),
    );
  }
  return before;
}

function kindOf(standing: Standing): 'region' | 'insertion point' | 'stand in' {
  return standing.placed.value.target.kind;
}

/** The same, kept: pages differ in what stands there far more than in whom it asks for. */
export class Contention {
  readonly #asking = new WeakMap<Standing, Asking>();
  readonly #shown = new Map<string, readonly Readers[]>();

  constructor(private readonly diagrams: ReaderDiagrams) {}

  askingOf(standing: Standing): Asking {
    const known = this.#asking.get(standing);
    if (known) return known;
    const made = askingOf(this.diagrams, standing);
    this.#asking.set(standing, made);
    return made;
  }

  /** See {@link shownTo}. */
  shownTo(open: readonly Asking[], most: number | undefined): readonly Readers[] {
    const key = `${most ?? ''} ${open.map(each => `${kindOf(each.standing)[0]}${each.readers}`).join()}`;
    const known = this.#shown.get(key);
    if (known) return known;
    const made = shownTo(this.diagrams, open, most);
    this.#shown.set(key, made);
    return made;
  }
}
