import { isTest, type RuleGroup, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from './rule';
import { askableFields, type AskableField } from '../page/page';
import type { LocalTime } from '../schedule/local-time';

/** Turns ids into what people write for them, and back; `read` gives null for what is not known. */
export interface PageWords {
  readonly write: (id: string) => string;
  readonly read: (words: string) => string | null;
}

/** A text that is no rule, and where in it reading stopped. */
export class RuleTextFault extends SyntaxError {
  constructor(
    message: string,
    /** Characters from the beginning. */
    readonly position: number,
  ) {
    super(message);
  }
}

type AnyTest = WhereTest | WhoTest | WhenTest;

interface Wording<Test extends AnyTest> {
  readonly write: (test: Test) => string;
  readonly read: (reader: TextReader) => Test | null;
}

/** The deepest that groups may be nested in a text. */
const deepest = 100;

/** Writes the where part exactly: `any of (page "/visit", beneath "/news") and none of (topic "moths")`. */
export function whereText(tree: RuleTree<WhereTest>, pages: PageWords): string {
  return textOf(tree, whereWording(pages));
}

/** Reads what {@link whereText} writes. @throws RuleTextFault when it is no rule */
export function whereFromText(text: string, pages: PageWords): RuleTree<WhereTest> {
  return treeFrom(text, whereWording(pages));
}

/** Writes the who part exactly. */
export function whoText(tree: RuleTree<WhoTest>): string {
  return textOf(tree, whoWording);
}

/** Reads what {@link whoText} writes. @throws RuleTextFault when it is no rule */
export function whoFromText(text: string): RuleTree<WhoTest> {
  return treeFrom(text, whoWording);
}

/** Writes the when part exactly. */
export function whenText(tree: RuleTree<WhenTest>): string {
  return textOf(tree, whenWording);
}

/** Reads what {@link whenText} writes. @throws RuleTextFault when it is no rule */
export function whenFromText(text: string): RuleTree<WhenTest> {
  return treeFrom(text, whenWording);
}

function textOf<Test extends AnyTest>(tree: RuleTree<Test>, wording: Wording<Test>): string {
  if (isTest(tree)) return wording.write(tree);
  const group = tree as RuleGroup<Test>;
  const clauses = (['all', 'any', 'none'] as const).flatMap(part => {
    const parts = group[part] ?? [];
    return parts.length === 0 ? [] : [`${part} of (${parts.map(each => textOf(each, wording)).join(', ')})`];
  });
  return clauses.length === 0 ? 'always' : clauses.join(' and ');
}

function treeFrom<Test extends AnyTest>(text: string, wording: Wording<Test>): RuleTree<Test> {
  const reader = new TextReader(text);
  const tree = readTree(reader, wording, 0);
  if (!reader.isAtEnd) reader.fail('Nothing more was expected here');
  return tree;
}

function readTree<Test extends AnyTest>(reader: TextReader, wording: Wording<Test>, depth: number): RuleTree<Test> {
  if (depth > deepest) reader.fail(`Groups may be nested ${deepest} deep`);
  if (reader.takes('always')) return {};
  const group: { all?: RuleTree<Test>[]; any?: RuleTree<Test>[]; none?: RuleTree<Test>[] } = {};
  for (;;) {
    const part = (['all', 'any', 'none'] as const).find(each => reader.takes(`${each} of`));
    if (!part) break;
    if (group[part]) reader.fail(`“${part} of” stands here twice`);
    reader.expect('(');
    const parts = [readTree(reader, wording, depth + 1)];
    while (reader.takes(',')) parts.push(readTree(reader, wording, depth + 1));
    reader.expect(')');
    group[part] = parts;
    if (!reader.takes('and')) return group;
  }
  if (Object.keys(group).length > 0) reader.fail('After “and” another group was expected');
  return wording.read(reader) ?? reader.fail('A test or a group was expected here');
}

function whereWording(pages: PageWords): Wording<WhereTest> {
  const page = (reader: TextReader): string => {
    const words = reader.string();
    return pages.read(words) ?? reader.fail(`There is no page at ${words}`);
  };
  return {
    write: test => {
      switch (test.test) {
        case 'page':
          return `page ${quote(pages.write(test.page))}`;
        case 'within':
          return `beneath ${quote(pages.write(test.page))}`;
        case 'menu item':
          return `menu item ${quote(pages.write(test.page))}`;
        case 'type':
          return `type ${quote(test.type)}`;
        case 'topic':
          return `topic ${quote(test.topic)}`;
        case 'layout':
          return `layout ${quote(test.layout)}`;
        case 'front page':
          return 'front page';
        case 'service page':
          return test.service === undefined ? 'service page' : `service page ${quote(test.service)}`;
        case 'path':
          return `path ${quote(test.pattern)}`;
        case 'field':
          return `field ${quote(test.field)} ${test.compare} ${quote(test.value)}`;
        case 'locale':
          return `locale ${quote(test.locale)}`;
        case 'query':
          return test.value === null ? `query ${quote(test.name)}` : `query ${quote(test.name)} is ${quote(test.value)}`;
      }
    },
    read: reader => {
      if (reader.takes('page')) return { test: 'page', page: page(reader) };
      if (reader.takes('beneath')) return { test: 'within', page: page(reader) };
      if (reader.takes('menu item')) return { test: 'menu item', page: page(reader) };
      if (reader.takes('type')) return { test: 'type', type: reader.string() };
      if (reader.takes('topic')) return { test: 'topic', topic: reader.string() };
      if (reader.takes('layout')) return { test: 'layout', layout: reader.string() };
      if (reader.takes('front page')) return { test: 'front page' };
      if (reader.takes('service page'))
        return reader.sees('"') ? { test: 'service page', service: reader.string() } : { test: 'service page' };
      if (reader.takes('path')) return { test: 'path', pattern: reader.string() };
      if (reader.takes('field')) return readField(reader);
      if (reader.takes('locale')) return { test: 'locale', locale: reader.string() };
      if (reader.takes('query')) return { test: 'query', name: reader.string(), value: reader.takes('is') ? reader.string() : null };
      return null;
    },
  };
}

function readField(reader: TextReader): WhereTest {
  const field = reader.string();
  if (!(field in askableFields)) reader.fail(`There is no field “${field}” to ask about`);
  const compare = (['is empty', 'contains', 'is'] as const).find(each => reader.takes(each));
  if (!compare) reader.fail('“is”, “contains” or “is empty” was expected here');
  return { test: 'field', field: field as AskableField, compare: compare!, value: reader.string() };
}

const whoWording: Wording<WhoTest> = {
  write: test => {
    switch (test.test) {
      case 'signed in':
        return 'signed in';
      case 'role':
        return `role ${quote(test.role)}`;
      case 'membership':
        return `membership ${quote(test.membership)}`;
    }
  },
  read: reader => {
    if (reader.takes('signed in')) return { test: 'signed in' };
    if (reader.takes('role')) return { test: 'role', role: reader.string() };
    if (reader.takes('membership')) return { test: 'membership', membership: reader.string() };
    return null;
  },
};

const whenWording: Wording<WhenTest> = {
  write: test => {
    switch (test.test) {
      case 'window':
        return `window from ${timeText(test.from)} until ${timeText(test.until)}`;
      case 'recurring':
        return `recurring from ${quote(test.start)} until ${quote(test.end)} in ${quote(test.zone)} by ${quote(test.rule)}`;
      case 'time of day':
        return `time of day from ${quote(test.from)} until ${quote(test.until)} in ${quote(test.zone)}`;
    }
  },
  read: reader => {
    if (reader.takes('window from')) {
      const from = readTime(reader);
      reader.expect('until');
      return { test: 'window', from, until: readTime(reader) };
    }
    const isRecurring = reader.takes('recurring from');
    if (!isRecurring && !reader.takes('time of day from')) return null;
    const from = reader.string();
    reader.expect('until');
    const until = reader.string();
    reader.expect('in');
    const zone = reader.string();
    if (!isRecurring) return { test: 'time of day', from, until, zone };
    reader.expect('by');
    return { test: 'recurring', start: from, end: until, zone, rule: reader.string() };
  },
};

function timeText(time: LocalTime | null): string {
  if (time === null) return 'open';
  return `${quote(time.local)} in ${quote(time.zone)}${time.choice ? ` the ${time.choice}` : ''}`;
}

function readTime(reader: TextReader): LocalTime | null {
  if (reader.takes('open')) return null;
  const local = reader.string();
  reader.expect('in');
  const zone = reader.string();
  if (!reader.takes('the')) return { local, zone };
  const choice = (['earlier', 'later'] as const).find(each => reader.takes(each));
  return { local, zone, choice: choice ?? reader.fail('“earlier” or “later” was expected here') };
}

function quote(text: string): string {
  return JSON.stringify(text);
}

/** Reads words, punctuation and quoted strings, whatever white space lies between. */
class TextReader {
  #at = 0;

  constructor(private readonly text: string) {
    this.#skip();
  }

  get isAtEnd(): boolean {
    return this.#at >= this.text.length;
  }

  /** Whether these characters come next. */
  sees(token: string): boolean {
    return this.text.startsWith(token, this.#at);
  }

  /** Takes one or more words, or a sign, when they come next. */
  takes(token: string): boolean {
    const at = this.#at;
    for (const word of token.split(' ')) {
      const end = this.#at + word.length;
      const isWhole = !/\w/.test(word) || !/\w/.test(this.text.charAt(end));
      if (!this.sees(word) || !isWhole) {
        this.#at = at;
        return false;
      }
      this.#at = end;
      this.#skip();
    }
    return true;
  }

  expect(token: string): void {
    if (!this.takes(token)) this.fail(`“${token}” was expected here`);
  }

  string(): string {
    const match = /^"(?:[^"\\]|\\.)*"/.exec(this.text.slice(this.#at));
    if (!match) return this.fail('Words in straight quotation marks were expected here');
    let read: string;
    try {
      read = JSON.parse(match[0]) as string;
    } catch {
      return this.fail('These quoted words cannot be read');
    }
    this.#at += match[0].length;
    this.#skip();
    return read;
  }

  fail(message: string): never {
    const rest = this.text.slice(this.#at, this.#at + 24);
    throw new RuleTextFault(`${message}${rest ? `, before “${rest}”` : ', at the end'}.`, this.#at);
  }

  #skip(): void {
    while (/\s/.test(this.text.charAt(this.#at))) this.#at += 1;
  }
}
