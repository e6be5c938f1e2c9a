import { pageTextOf } from '@core/search/page-text';
import type { SearchQuestion } from '@core/search/question';
import { stemsOf } from '@core/search/tokens';
import type { Registry } from '@core/registry/registry';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import Database from 'better-sqlite3';

/** How much more a word counts in the title, and in what a page says of itself in short, than elsewhere. */
const weights = '8.0, 3.0, 1.0';

/** The most pages that a search brings back; of more the best. */
const mostFound = 5_000;

/** The most characters of a page that are indexed. */
const mostCharacters = 200_000;

/** From so many pages that came at once on the index is brought into one piece. */
const manyAdded = 500;

/** How many pages of the index's own are merged in one go: a few milliseconds. */
const mergedAtOnce = 200;

interface Row {
  readonly row: number;
  readonly value: PageNode['value'];
}

/**
 * All pages of a site in one locale, to be found by the stems of their words; held in memory, since all of it follows from the
 * ledger. @see SQLite FTS5, contentless tables
 */
export class PageIndex {
  readonly #database = new Database(':memory:');
  readonly #rows = new Map<string, Row>();
  readonly #ids = new Map<number, string>();
  #lastRow = 0;
  #pages: SiteSnapshot['pages'] | null = null;
  readonly #insert;
  readonly #delete;
  readonly #find;

  constructor(private readonly locale: string) {
    this.#database.exec(
      `CREATE VIRTUAL TABLE pages USING fts5(title, intro, body, content='', contentless_delete=1, tokenize="unicode61 remove_diacritics 0")`,
    );
    this.#insert = this.#database.prepare<[number, string, string, string]>(
      'INSERT INTO pages (rowid, title, intro, body) VALUES (?, ?, ?, ?)',
    );
    this.#delete = this.#database.prepare<[number]>('DELETE FROM pages WHERE rowid = ?');
    this.#find = this.#database
      .prepare<[string], number>(`SELECT rowid FROM pages WHERE pages MATCH ? ORDER BY bm25(pages, ${weights}), rowid LIMIT ${mostFound}`)
      .pluck();
  }

  /** Whether it is up to date with a snapshot. */
  isOf({ pages }: SiteSnapshot): boolean {
    return this.#pages === pages;
  }

  /** Brings it up to date, page by page, with as many as changed. */
  *update({ pages }: SiteSnapshot, registry: Registry): Generator<void, true> {
    this.#pages = null;
    const there = new Set(pages.map(each => each.id));
    for (const [id, { row }] of this.#rows) if (!there.has(id)) this.#forget(id, row);
    let added = 0;
    for (const { id, value } of pages) {
      const known = this.#rows.get(id);
      if (known?.value === value) continue;
      yield;
      if (known) this.#forget(id, known.row);
      this.#add(id, value, registry);
      added += 1;
    }
    if (added >= manyAdded) yield* this.#merge();
    this.#pages = pages;
    return true;
  }

  /** Ids of the pages that say all that is wanted, or any of it, the best first. */
  find({ wanted, unwanted }: SearchQuestion, which: 'all' | 'any'): readonly string[] {
    if (wanted.length === 0) return [];
    // Stems hold letters and digits alone, so that nothing in them can be taken for the language of the index.
    const quoted = (stems: readonly string[]) => `"${stems.join(' ')}"`;
    const said = wanted.map(quoted).join(which === 'all' ? ' AND ' : ' OR ');
    const match = unwanted.length === 0 ? said : `(${said}) NOT (${unwanted.map(quoted).join(' OR ')})`;
    return this.#find.all(match).flatMap(row => this.#ids.get(row) ?? []);
  }

  // Pages that came one by one lie in many small trees; in one, they are found in half the time. @see SQLite FTS5, 'merge'
  *#merge(): Generator<void> {
    const step = this.#database.prepare<[number]>("INSERT INTO pages (pages, rank) VALUES ('merge', ?)");
    const changes = () => this.#database.prepare<[], number>('SELECT total_changes()').pluck().get()!;
    step.run(-mergedAtOnce);
    for (let before = changes(); ; before = changes()) {
      yield;
      step.run(mergedAtOnce);
      if (changes() - before < 2) return;
    }
  }

  #add(id: string, value: PageNode['value'], registry: Registry): void {
    const row = ++this.#lastRow;
    const { title, intro, body } = pageTextOf(value, registry);
    const stems = (text: string) => stemsOf(text.slice(0, mostCharacters), this.locale);
    this.#insert.run(row, stems(title), stems(intro), stems(body));
    this.#rows.set(id, { row, value });
    this.#ids.set(row, id);
  }

  #forget(id: string, row: number): void {
    this.#delete.run(row);
    this.#rows.delete(id);
    this.#ids.delete(row);
  }
}
