/** Answers that took long to find, by what was asked: at most so many, and with one more it begins anew. */
export class Kept<Answer> {
  readonly #answers = new Map<string, { readonly answer: Answer }>();

  constructor(private readonly most: number) {}

  /** What was answered before, or what is found now; what throws is kept nowhere. */
  at(asked: string, find: () => Answer): Answer {
    const known = this.#answers.get(asked);
    if (known) return known.answer;
    const found = { answer: find() };
    if (this.#answers.size >= this.most) this.#answers.clear();
    this.#answers.set(asked, found);
    return found.answer;
  }
}

/** A function of a text that keeps its answers; they must always be the same. @see Kept */
export function keeping<Answer>(most: number, find: (text: string) => Answer): (text: string) => Answer {
  const kept = new Kept<Answer>(most);
  return text => kept.at(text, () => find(text));
}

/** How many locales anything is kept of, so that no list of made-up ones fills the memory. */
export const mostLocalesKept = 200;

/** Answers that hold for as long as an object does: at most so many for each. @see Kept */
export function keptFor<Held extends object, Answer>(most: number): (held: Held) => Kept<Answer> {
  const kept = new WeakMap<Held, Kept<Answer>>();
  return held => {
    const known = kept.get(held);
    if (known) return known;
    const made = new Kept<Answer>(most);
    kept.set(held, made);
    return made;
  };
}
