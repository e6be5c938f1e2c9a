import type { QueryTest } from '../rule/tests/query/test';
import type { PageNode } from '../site/snapshot';

/** A link to one page of results. */
export interface ResultsLink {
  readonly number: number;
  readonly path: string;
  readonly isCurrent: boolean;
}

/** One page of a listing's results. */
export interface Results {
  readonly shown: readonly PageNode[];
  /** To every page of results; empty where there is one only. */
  readonly links: readonly ResultsLink[];
  /** What tells the pages of results apart, for whoever keeps an answer. */
  readonly queryTests: readonly QueryTest[];
}

/** Where a listing is read. */
export interface ResultsPlace {
  readonly blockId: string;
  /** Of the page on which it stands. */
  readonly address: string;
  /** The parameters of the address that is being read. */
  readonly query: Readonly<Record<string, string>>;
  /** What else of the address is to stay, such as "sort-1a2b3c4d=2"; empty for nothing. */
  readonly kept?: string;
}

/** The most pages of results that have an address of their own. */
const mostPages = 100;

/** The parameter of an address by which readers ask one block for another part of what it shows, or in another order. @param what - in a word */
export function blockParameter(what: 'list' | 'month' | 'sort', blockId: string): string {
  return `${what}-${blockId.replace(/-/g, '').slice(-8)}`;
}

/**
 * The page of a listing's results that an address asks for; one that there is not is the first.
 * @param perPage - how many at a time; 0 for all
 */
export function resultsOf(pages: readonly PageNode[], perPage: number, { blockId, address, query, kept = '' }: ResultsPlace): Results {
  const count = perPage === 0 ? 1 : Math.min(mostPages, Math.ceil(pages.length / perPage));
  if (count <= 1) return { shown: pages, links: [], queryTests: [] };
  const name = blockParameter('list', blockId);
  const numbers = Array.from({ length: count }, (_, index) => index + 1);
  const asked = askedOf(query, name, numbers);
  const current = asked ?? 1;
  return {
    shown: pages.slice((current - 1) * perPage, current * perPage),
    links: numbers.map(number => ({
      number,
      path: withParameters(address, [kept, number === 1 ? '' : `${name}=${number}`]),
      isCurrent: number === current,
    })),
    queryTests: numbers.slice(1).map(number => ({ test: 'query', name, value: String(number) })),
  };
}

/** The value that an address asks for by a parameter, among those that there are. */
export function askedOf<Value>(query: Readonly<Record<string, string>>, name: string, values: readonly Value[]): Value | undefined {
  return Object.hasOwn(query, name) ? values.find(value => String(value) === query[name]) : undefined;
}

/** An address with some parameters, such as "sort-1a2b3c4d=2"; empty ones are left out. */
export function withParameters(address: string, parameters: readonly string[]): string {
  const said = parameters.filter(each => each !== '');
  return said.length === 0 ? address : `${address}?${said.join('&')}`;
}
