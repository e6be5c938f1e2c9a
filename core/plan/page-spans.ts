import { compareKeys } from '../collection/compare-keys';
import type { PageValue } from '../page/page';
import { PageUniverse } from '../reach/page-universe';
import type { PageFacts } from '../rule/where';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { factsOfPage } from '../site/page-facts';
import type { Stretch } from './stretch';

/** The pages of a site over a span of time: each stands in the universe once for every way it will be. */
export interface PageSpans {
  readonly universe: PageUniverse;
  /** By position: when the page is so; infinite where it was so before or stays so after what was looked at. */
  readonly spans: readonly Interval[];
  /** Where it was cut off because there are too many ways; infinite when it was not. */
  readonly until: Instant;
}

/** The most ways of being that pages may have on top of how they are at first. */
const mostWays = 50_000;

/**
 * The page tree from a moment on, swept from one change of it to the next; a page whose parent is not live is left out.
 * @param stretches - of each page, those that lie in the span, in order
 * @param services - the facts of service pages
 * @param like - pages looked at before: facts that are still so are taken over, and what was found of them
 */
export function pageSpans(
  stretches: ReadonlyMap<string, readonly Stretch<PageValue>[]>,
  span: Interval,
  locale: string,
  services: readonly PageFacts[],
  like: PageSpans | null,
): PageSpans {
  const changes = new Map<Instant, Map<string, PageValue | null>>();
  const change = (at: Instant, id: string, value: PageValue | null) => {
    const known = changes.get(at) ?? new Map<string, PageValue | null>();
    changes.set(at, known.set(id, value));
  };
  const first = new Map<string, PageValue>();
  for (const [id, list] of stretches) {
    for (const { from, value } of list) {
      if (from <= span.from) first.set(id, value);
      else change(from, id, value);
    }
    for (const { until } of list) if (until < span.until && !changes.get(until)?.has(id)) change(until, id, null);
  }
  const growth = new Growth(locale, like?.universe.pages ?? []);
  growth.apply(-Infinity, first);
  const mostPages = growth.pages.length + mostWays;
  let until = Infinity;
  for (const at of [...changes.keys()].sort((a, b) => a - b)) {
    if (growth.pages.length > mostPages) {
      until = at;
      break;
    }
    growth.apply(at, changes.get(at)!);
  }
  const always = services.map((): Interval => ({ from: -Infinity, until: Infinity }));
  return { universe: new PageUniverse([...growth.pages, ...services], like?.universe), spans: [...growth.spans, ...always], until };
}

/** The tree as it grows and changes; every way that a page is gets a position of its own. */
class Growth {
  readonly pages: PageFacts[] = [];
  readonly spans: { from: Instant; until: Instant }[] = [];
  readonly #values = new Map<string, PageValue>();
  readonly #children = new Map<string | null, Set<string>>();
  readonly #standing = new Map<string, number>();
  readonly #known = new Map<PageValue, PageFacts[]>();
  #front: string | null = null;

  constructor(
    private readonly locale: string,
    known: readonly PageFacts[],
  ) {
    for (const facts of known) if (facts.written) this.#remember(facts);
  }

  apply(at: Instant, changes: ReadonlyMap<string, PageValue | null>): void {
    const loose = new Set<string>();
    const rewritten: string[] = [];
    for (const [id, value] of changes) {
      const before = this.#values.get(id);
      if (before && value && isPlacedAlike(before, value)) {
        this.#values.set(id, value);
        rewritten.push(id);
        continue;
      }
      this.#gather(id, loose);
      if (before) {
        this.#children.get(before.parentId)?.delete(id);
        this.#values.delete(id);
      }
      if (!value) continue;
      this.#values.set(id, value);
      const siblings = this.#children.get(value.parentId) ?? new Set();
      this.#children.set(value.parentId, siblings.add(id));
    }
    this.#settleFront(loose);
    for (const id of rewritten) if (!loose.has(id) && this.#standing.has(id)) this.#rewrite(at, id);
    this.#regrow(at, loose);
  }

  #settleFront(loose: Set<string>): void {
    const byOrder = (a: string, b: string) => compareKeys(this.#values.get(a)!.order, this.#values.get(b)!.order) || compareKeys(a, b);
    const front = [...(this.#children.get(null) ?? [])].sort(byOrder)[0] ?? null;
    if (front === this.#front) return;
    if (this.#front !== null) this.#gather(this.#front, loose);
    if (front !== null) loose.add(front);
    this.#front = front;
  }

  // What no other page rests on: only the page itself is another.
  #rewrite(at: Instant, id: string): void {
    const position = this.#standing.get(id)!;
    const value = this.#values.get(id)!;
    const { parentId } = value;
    const parent = parentId === null ? null : this.pages[this.#standing.get(parentId)!]!;
    this.spans[position]!.until = at;
    this.#stand(at, factsOfPage(id, value, parent, this.locale));
  }

  #regrow(at: Instant, loose: ReadonlySet<string>): void {
    const before = new Map<string, number>();
    for (const id of loose) {
      const position = this.#standing.get(id);
      if (position === undefined) continue;
      before.set(id, position);
      this.#standing.delete(id);
    }
    for (const id of loose) {
      const value = this.#values.get(id);
      if (!value || this.#standing.has(id)) continue;
      if (value.parentId === null ? id === this.#front : this.#standing.has(value.parentId)) this.#grow(at, id, before);
    }
    for (const [id, position] of before) if (this.#standing.get(id) !== position) this.spans[position]!.until = at;
  }

  #grow(at: Instant, id: string, before: ReadonlyMap<string, number>): void {
    const value = this.#values.get(id)!;
    const parent = value.parentId === null ? null : this.pages[this.#standing.get(value.parentId)!]!;
    const facts = factsOfPage(id, value, parent, this.locale);
    const position = before.get(id);
    if (position !== undefined && isSame(this.pages[position]!, facts)) this.#standing.set(id, position);
    else this.#stand(at, facts);
    const children = [...(this.#children.get(id) ?? [])];
    if (at === -Infinity) children.sort((a, b) => compareKeys(this.#values.get(a)!.order, this.#values.get(b)!.order) || compareKeys(a, b));
    for (const child of children) if (!this.#standing.has(child)) this.#grow(at, child, before);
  }

  #stand(at: Instant, made: PageFacts): void {
    const facts = this.#known.get(made.written!)?.find(each => isSame(each, made)) ?? made;
    if (facts === made) this.#remember(made);
    this.#standing.set(facts.id, this.pages.length);
    this.pages.push(facts);
    this.spans.push({ from: at, until: Infinity });
  }

  #remember(facts: PageFacts): void {
    const known = this.#known.get(facts.written!);
    if (known) known.push(facts);
    else this.#known.set(facts.written!, [facts]);
  }

  #gather(id: string, into: Set<string>): void {
    if (into.has(id)) return;
    into.add(id);
    for (const child of this.#children.get(id) ?? []) this.#gather(child, into);
  }
}

/** Whether a page has the same place in the tree, and hands the same on to those beneath it. */
function isPlacedAlike(a: PageValue, b: PageValue): boolean {
  return (
    a.parentId === b.parentId &&
    a.segment === b.segment &&
    a.inMenu === b.inMenu &&
    (a.parentId !== null || a.order === b.order) &&
    (a.readers === b.readers || JSON.stringify(a.readers) === JSON.stringify(b.readers))
  );
}

function isSame(a: PageFacts, b: PageFacts): boolean {
  return (
    a.written === b.written &&
    a.id === b.id &&
    a.path === b.path &&
    isSameList(a.lineage, b.lineage) &&
    isSameList(a.menuItems, b.menuItems) &&
    (a.readers === b.readers || JSON.stringify(a.readers) === JSON.stringify(b.readers))
  );
}

function isSameList(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}
