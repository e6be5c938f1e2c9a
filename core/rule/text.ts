import { say } from '../tongue/say';
import { isTest, type RuleGroup, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from './rule';
import { testFromText, textOfTest, type AnyTestKind, type StoredTest, type TestTable } from './tests/test-kind';
import { whenTests } from './tests/when-tests';
import { whereTests } from './tests/where-tests';
import { whoTests } from './tests/who-tests';
import { TextReader, type PageWords } from './text-reader';

export { RuleTextFault, type PageWords } from './text-reader';

type Tests = Pick<TestTable<AnyTestKind>, 'of' | 'kinds'>;

/** For the parts of a rule that name no page. */
const noPages: PageWords = { write: id => id, read: () => null };

/** The deepest that groups may be nested in a text. */
const deepest = 100;

/** Writes the where part exactly: `any of (page "/visit", beneath "/news") and none of (topic "moths")`. */
export function whereText(tree: RuleTree<WhereTest>, pages: PageWords): string {
  return textOf(tree, whereTests, pages);
}

/** Reads what {@link whereText} writes. @throws RuleTextFault when it is no rule */
export function whereFromText(text: string, pages: PageWords): RuleTree<WhereTest> {
  return treeFrom(text, whereTests, pages);
}

/** Writes the who part exactly. */
export function whoText(tree: RuleTree<WhoTest>): string {
  return textOf(tree, whoTests, noPages);
}

/** Reads what {@link whoText} writes. @throws RuleTextFault when it is no rule */
export function whoFromText(text: string): RuleTree<WhoTest> {
  return treeFrom(text, whoTests, noPages);
}

/** Writes the when part exactly. */
export function whenText(tree: RuleTree<WhenTest>): string {
  return textOf(tree, whenTests, noPages);
}

/** Reads what {@link whenText} writes. @throws RuleTextFault when it is no rule */
export function whenFromText(text: string): RuleTree<WhenTest> {
  return treeFrom(text, whenTests, noPages);
}

function textOf<Test extends StoredTest>(tree: RuleTree<Test>, tests: Tests, pages: PageWords): string {
  if (isTest(tree)) return textOfTest(tests.of(tree), tree, pages);
  const group = tree as RuleGroup<Test>;
  const clauses = (['all', 'any', 'none'] as const).flatMap(part => {
    const parts = group[part] ?? [];
    return parts.length === 0 ? [] : [`${part} of (${parts.map(each => textOf(each, tests, pages)).join(', ')})`];
  });
  return clauses.length === 0 ? 'always' : clauses.join(' and ');
}

function treeFrom<Test extends StoredTest>(text: string, tests: Tests, pages: PageWords): RuleTree<Test> {
  const reader = new TextReader(text);
  const tree = readTree<Test>(reader, tests, pages, 0);
  if (!reader.isAtEnd) reader.fail(say`Nothing more was expected here`);
  return tree;
}

function readTree<Test extends StoredTest>(reader: TextReader, tests: Tests, pages: PageWords, depth: number): RuleTree<Test> {
  if (depth > deepest) reader.fail(say`Groups may be nested ${deepest} deep`);
  if (reader.takes('always')) return {};
  const group: { all?: RuleTree<Test>[]; any?: RuleTree<Test>[]; none?: RuleTree<Test>[] } = {};
  for (;;) {
    const part = (['all', 'any', 'none'] as const).find(each => reader.takes(`${each} of`));
    if (!part) break;
    if (group[part]) reader.fail(say`“${part} of” stands here twice`);
    reader.expect('(');
    const parts = [readTree<Test>(reader, tests, pages, depth + 1)];
    while (reader.takes(',')) parts.push(readTree<Test>(reader, tests, pages, depth + 1));
    reader.expect(')');
    group[part] = parts;
    if (!reader.takes('and')) return group;
  }
  if (Object.keys(group).length > 0) reader.fail(say`After “and” another group was expected`);
  // Of two names one of which begins with the other, the longer is meant.
  const byLength = [...tests.kinds].sort((a, b) => b.name.length - a.name.length);
  for (const kind of byLength) {
    const test = testFromText(kind, reader, pages);
    if (test) return test as Test;
  }
  return reader.fail(say`A test or a group was expected here`);
}
