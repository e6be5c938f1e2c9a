import type { FieldValues } from '../fields/field';
import { isShelved, shelvedAt } from '../page/back-shelf';
import { authorsOf, isFeatured, standfirstOf, topicsOf } from '../page/page';
import type { PageType } from '../page-types/page-type';
import { mayRead } from '../placement/resolve';
import type { ReaderFacts } from '../rule/who';
import { instantOf, type Instant, type LocalTime } from '../schedule/local-time';
import { askedWords } from '../search/asked-words';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { likenessTo, pagesReferringTo } from './likeness';
import { endOfDay, inOrder } from './order';
import { comingStart, nextTurn, pastStart, startHoldsUntil, startOf, startsWithin } from './start';

const day = 86_400_000;

/** Why a page that a listing looks at is not in it. */
export type LeftOut =
  | 'being read'
  | 'without'
  | 'type'
  | 'words'
  | 'authors'
  | 'without authors'
  | 'featured'
  | 'not featured'
  | 'before'
  | 'after'
  | 'topics'
  | 'without topics'
  | 'nothing in common'
  | 'readers'
  | 'on the back shelf'
  | 'not on the back shelf'
  | 'has begun'
  | 'has not taken place'
  | 'too far ahead'
  | 'too old'
  | 'not around'
  | 'skipped'
  | 'beyond the most';

/** What a listing came out as, and until when it stays so. */
export interface ListingAnswer {
  readonly pages: readonly PageNode[];
  /** The next instant at which a page drops out, or comes in, by itself; infinite when none does. */
  readonly validUntil: Instant;
}

/** For whom and where a listing is made. */
export interface ListingContext {
  readonly snapshot: SiteSnapshot;
  /** The page it stands on; null on service pages. */
  readonly current: PageNode | null;
  readonly reader: ReaderFacts;
  /** IANA time zone of the site. */
  readonly zone: string;
  /** Parts the random order of one listing from that of another: the id of its block. */
  readonly seed: string;
  /** How often a page was read lately: an outside fact. Left out, never. */
  readonly reads?: (pageId: string) => number;
  /** The types of page that the site knows; left out, none is kept from listings. */
  readonly pageTypes?: ReadonlyMap<string, PageType>;
}

/**
 * Chooses and orders the pages of a listing for one reader.
 * @param note - told of each page that was looked at and is not in it, with the first reason
 */
export function listPages(fields: FieldValues, context: ListingContext, note?: (page: PageNode, why: LeftOut) => void): ListingAnswer {
  const { snapshot, current } = context;
  const closeness = current ? likenessTo(current) : () => 0;
  const judge = judgeOf(fields, context, closeness);
  let validUntil = Infinity;
  const matching = candidatesOf(fields, context).filter(page => {
    const { why, until } = judge(page);
    if (until < validUntil) validUntil = until;
    if (why !== null) note?.(page, why);
    return why === null;
  });
  const order = String(fields['order']);
  const isTurned = Boolean(fields['turned']);
  if (order === 'random') validUntil = Math.min(validUntil, endOfDay(snapshot.moment, context.zone));
  if (order === 'read') validUntil = Math.min(validUntil, nextLookAtReads(snapshot.moment));
  const sorted = inOrder(matching, { order, orderField: String(fields['orderField'] ?? ''), isTurned }, { ...context, closeness });
  const [skip, most] = [Number(fields['skip'] ?? 0), Number(fields['most']) || mostListed];
  if (note)
    sorted.forEach((page, at) => (at < skip ? note(page, 'skipped') : at >= skip + most ? note(page, 'beyond the most') : undefined));
  return { pages: sorted.slice(skip, skip + most), validUntil };
}

/** The most pages that a listing of all of them lists. */
export const mostListed = 5_000;

/** How long what was read lately is taken as it is, in milliseconds. */
const readsKept = 10 * 60_000;

/** When it is looked again how often pages are read. */
function nextLookAtReads(moment: Instant): Instant {
  return (Math.floor(moment / readsKept) + 1) * readsKept;
}

// A page and what is beneath it stay as they are for as long as the tree of pages does.
const beneath = new WeakMap<PageNode, readonly PageNode[]>();

/** All pages beneath one, in reading order. */
export function descendants(page: PageNode): readonly PageNode[] {
  const known = beneath.get(page);
  if (known) return known;
  const found: PageNode[] = [];
  const walk = ({ children }: PageNode): void => {
    for (const child of children) {
      found.push(child);
      walk(child);
    }
  };
  walk(page);
  beneath.set(page, found);
  return found;
}

function candidatesOf(fields: FieldValues, { snapshot, current }: ListingContext): readonly PageNode[] {
  switch (fields['source']) {
    case 'picked':
      return (fields['picked'] as readonly string[]).flatMap(id => snapshot.pageById.get(id) ?? []);
    case 'related':
      return current ? snapshot.pages : [];
    case 'referring': {
      const referring = current ? pagesReferringTo(snapshot, current.id) : new Set<string>();
      return snapshot.pages.filter(page => referring.has(page.id));
    }
    default: {
      const root = fields['beneath'] ? snapshot.pageById.get(String(fields['beneath'])) : (current ?? snapshot.front);
      return root ? (fields['depth'] === 'all' ? descendants(root) : root.children) : [];
    }
  }
}

/** The first reason for which a page is left out, or null; and until when that stays. */
interface Judged {
  readonly why: LeftOut | null;
  readonly until: Instant;
}

function judgeOf(
  fields: FieldValues,
  { snapshot, current, reader, pageTypes }: ListingContext,
  closeness: (page: PageNode) => number,
): (page: PageNode) => Judged {
  const { moment } = snapshot;
  const list = (name: string) => (fields[name] ?? []) as readonly string[];
  const [topics, withoutTopics] = [new Set(list('topics')), new Set(list('withoutTopics'))];
  const without = new Set(list('without'));
  const [types, withoutTypes] = [new Set(list('types')), new Set(list('withoutTypes'))];
  const [authors, withoutAuthors] = [new Set(list('authors')), new Set(list('withoutAuthors'))];
  const words = askedWords(String(fields['words'] ?? ''));
  const { time, featured } = fields;
  const bound = (name: string, otherwise: Instant) => (fields[name] ? instantOf(fields[name] as LocalTime) : otherwise);
  const [since, before] = [bound('since', -Infinity), bound('before', Infinity)];
  const shelf = fields['shelf'] ?? 'ordinary';
  const within = Number(fields['withinDays'] ?? 0) * day;
  const isRelated = fields['source'] === 'related';
  // What was picked by hand is asked for.
  const keptOut = new Set(
    fields['source'] === 'picked' ? [] : [...(pageTypes?.values() ?? [])].filter(each => each.isKeptFromLists).map(each => each.name),
  );
  const isOneOf = (asked: ReadonlySet<string>, held: readonly string[]) => held.some(each => asked.has(each));
  const dateOf = (page: PageNode) => startOf(page, moment) ?? snapshot.firstLive(page.id);
  const withCurrent = Boolean(fields['withCurrent']);
  const asksTypes = types.size + withoutTypes.size + keptOut.size > 0;
  // What stays as long as nobody changes anything.
  const lasting = (page: PageNode): LeftOut | null => {
    const { value } = page;
    if (page === current && !withCurrent) return 'being read';
    if (without.size > 0 && (without.has(page.id) || page.facts.lineage.some(id => without.has(id)))) return 'without';
    if (asksTypes && (types.size > 0 ? !types.has(value.type) : keptOut.has(value.type))) return 'type';
    if (asksTypes && withoutTypes.has(value.type)) return 'type';
    if (topics.size > 0 && !isOneOf(topics, topicsOf(value))) return 'topics';
    if (withoutTopics.size > 0 && isOneOf(withoutTopics, topicsOf(value))) return 'without topics';
    if (authors.size > 0 && !isOneOf(authors, authorsOf(value))) return 'authors';
    if (withoutAuthors.size > 0 && isOneOf(withoutAuthors, authorsOf(value))) return 'without authors';
    if (featured === 'only' && !isFeatured(value)) return 'not featured';
    if (featured === 'without' && isFeatured(value)) return 'featured';
    if (words.length > 0 && !saysOneOf(page, words)) return 'words';
    if (isRelated && page !== current && closeness(page) === 0) return 'nothing in common';
    return mayRead(page, reader) ? null : 'readers';
  };
  return page => {
    const why = lasting(page);
    if (why !== null) return { why, until: Infinity };
    // What comes again is told by its next time, which moves on by itself.
    let until = startHoldsUntil(page, moment);
    // Each turn that lies ahead is when the page comes in or drops out.
    const turns = (turn: Instant) => {
      if (turn > moment) until = Math.min(until, turn);
      return turn > moment;
    };
    const moved = shelvedAt(page.value);
    if (shelf !== 'both') turns(moved);
    if (shelf === 'ordinary' && isShelved(page.value, moment)) return { why: 'on the back shelf', until };
    if (shelf === 'back' && !isShelved(page.value, moment)) return { why: 'not on the back shelf', until };
    if (since > -Infinity && dateOf(page) < since) return { why: 'before', until };
    if (before < Infinity && dateOf(page) >= before) return { why: 'after', until };
    if (time === 'any' || time === undefined) {
      if (within > 0 && !turns(snapshot.firstLive(page.id) + within)) return { why: 'too old', until };
      return { why: null, until };
    }
    if (time === 'around' && current) turns(startHoldsUntil(current, moment));
    if (time === 'around') return { why: isAround(page, current, within, moment) ? null : 'not around', until };
    turns(nextTurn(page, moment));
    if (time === 'past') {
      const last = pastStart(page, moment);
      if (last === null) return { why: 'has not taken place', until };
      return { why: within > 0 && !turns(last + within) ? 'too old' : null, until };
    }
    const coming = comingStart(page, moment);
    if (coming === null) return { why: 'has begun', until };
    return { why: within > 0 && turns(coming - within) ? 'too far ahead' : null, until };
  };
}

function saysOneOf({ value }: PageNode, words: readonly string[]): boolean {
  const said = [value.title, standfirstOf(value), ...topicsOf(value)].join('\n').toLowerCase();
  return words.some(each => said.includes(each));
}

// The date of the page being read is when it takes place; of a page without one nothing is near.
function isAround(page: PageNode, current: PageNode | null, within: number, moment: Instant): boolean {
  const date = current && startOf(current, moment);
  if (date === null) return false;
  if (within === 0) return startOf(page, moment) !== null;
  return startsWithin(page, { from: date - within, until: date + within + 1 }).length > 0;
}
