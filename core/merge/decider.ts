import type { FieldNames } from '../fields/field';
import type { KindContext } from '../kinds/kind';

/** Three versions of one thing: what both sides began from, and what each made of it; undefined where it is not there. */
export interface Three<Value> {
  readonly base: Value;
  readonly ours: Value;
  readonly theirs: Value;
}

/** Which of two versions that exclude each other is to stand. */
export const sides = ['ours', 'theirs', 'base', 'both'] as const;
/** See {@link sides}. */
export type Side = (typeof sides)[number];

/** What the records and moments in a value are called, for telling people of it. */
export interface Naming {
  readonly names: FieldNames;
  readonly context: KindContext;
}

/** Says a version in words that people know. */
export type Tell = (value: unknown, naming: Naming) => string;

/** A place at which both sides changed the same thing differently, so that a person has to say what stands there. */
export interface Conflict extends Three<unknown> {
  /** Names the place the same way whenever the same three versions are merged. */
  readonly path: string;
  /** The field that it lies in: "title", "fields.body". */
  readonly field: string;
  readonly tell: Tell;
  /** Both, one after the other; left out where only one of them can stand. */
  readonly both?: unknown;
  /** The words it stands among, where it is a stretch of a text. */
  readonly around: Around;
  /** What was chosen; null while nobody has. */
  readonly chosen: Side | null;
}

/** The last words before a stretch of a text and the first after it. */
export interface Around {
  readonly before: string;
  readonly after: string;
}

const amongNothing: Around = { before: '', after: '' };

/** What is known of a place while two versions are brought together. */
export interface Place {
  readonly path: string;
  readonly field: string;
}

/** Settles what both sides changed differently, by what was chosen for it, and keeps account of it. */
export class Decider {
  readonly #conflicts: Conflict[] = [];

  /**
   * @param choices - what was chosen so far, by path
   * @param otherwise - what stands where nothing was
   */
  constructor(
    private readonly choices: Readonly<Record<string, Side>> = {},
    private readonly otherwise: 'ours' | 'theirs' = 'ours',
  ) {}

  /** Every conflict that was met, in the order of the value, the settled ones included. */
  get conflicts(): readonly Conflict[] {
    return this.#conflicts;
  }

  /**
   * What stands where both sides changed the same thing differently; ours until somebody has chosen, unless said otherwise.
   * @param both - puts both together; left out, only one of them can stand
   */
  settle<Value>(
    place: Place,
    { base, ours, theirs }: Three<Value>,
    tell: Tell,
    both?: (three: Three<Value>) => Value,
    around: Around = amongNothing,
  ): Value {
    const three = { base, ours, theirs };
    const wanted = Object.hasOwn(this.choices, place.path) ? this.choices[place.path]! : null;
    const chosen = wanted === 'both' && !both ? null : wanted;
    this.#conflicts.push({ ...place, ...three, tell, around, chosen, ...(both && { both: both(three) }) });
    return chosen === 'both' ? both!(three) : three[chosen ?? this.otherwise];
  }
}

/** A place within another. */
export function inside(place: Place, name: string): Place {
  return { ...place, path: `${place.path}/${name}` };
}

/** Whether two values say the same; undefined says nothing. */
export function isSame(left: unknown, right: unknown): boolean {
  return left === right || JSON.stringify(left) === JSON.stringify(right);
}

/** How two versions of one thing are brought together where both sides changed it. */
export type Merge<Value> = (three: Three<Value>, place: Place, decider: Decider) => Value;

/**
 * The three-way merge of one thing: what only one side changed is as that side has it, what both changed alike stands once,
 * and only what both changed differently is brought together, or left to be settled.
 */
export function mergeOne<Value>(three: Three<Value>, place: Place, decider: Decider, tell: Tell, merge?: Merge<Value>): Value {
  const { base, ours, theirs } = three;
  if (isSame(ours, theirs) || isSame(theirs, base)) return ours;
  if (isSame(ours, base)) return theirs;
  return merge ? merge(three, place, decider) : decider.settle(place, three, tell);
}
