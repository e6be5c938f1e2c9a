import type { z as zod } from 'zod';
import type { FieldValues, Zod } from '../../fields/field';
import { isAsked, isEmptyField, kindOfField, type Field } from '../../fields/index';
import type { MomentStyle } from '../../format/moment';
import type { Interval } from '../../schedule/interval';
import type { Instant } from '../../schedule/local-time';
import type { RuleNames } from '../names';
import type { PageFacts, Reading } from '../page-facts';
import type { ReaderFacts } from '../reader-facts';
import { quote, type PageWords, type TextReader } from '../text-reader';

/** Lists of the site from which a parameter may be chosen. */
export type ParameterSource =
  'pages' | 'page types' | 'seasons' | 'page fields' | 'topics' | 'layouts' | 'locales' | 'memberships' | 'roles' | 'service pages';

/** One thing that a test asks for: a field, as in a record. */
export type TestParameter = Field & {
  /** The list of the site from which it is chosen. */
  readonly from?: ParameterSource;
  /** It may be left out; then the test takes any. */
  readonly isOptional?: boolean;
  /** It may be empty, which is stored as null; then the test takes any. */
  readonly isNullWhenEmpty?: boolean;
};

/** A test as it is stored: its name, and a value for each parameter. */
export interface StoredTest {
  readonly test: string;
}

interface TestKind<Test extends StoredTest> {
  readonly name: Test['test'];
  /** What the list of tests calls it. */
  readonly label: string;
  readonly parameters: readonly TestParameter[];
  /** The schema of the whole test; left out, it follows from the parameters. */
  schema?(z: Zod): zod.ZodType;
  /** As exact text and back; left out, its name with each parameter in quotation marks. */
  readonly text?: TestText<Test>;
}

/** How a test is written exactly, so that it can be read back. */
export interface TestText<Test> {
  write(test: Test, pages: PageWords): string;
  /** Null when the text that comes next is none of this kind. */
  read(reader: TextReader, pages: PageWords): Test | null;
}

/** A test about the page. */
export interface WhereTestKind<Test extends StoredTest = StoredTest> extends TestKind<Test> {
  holds(test: Test): (facts: PageFacts) => boolean;
  phrase(test: Test, names: RuleNames, currentPage: string | null): string;
  /** Keys of which a page must have at least one for the test to hold; left out, any page may. */
  keys?(test: Test): readonly string[];
  /** The keys that a page has for tests of this kind. */
  keysOfPage?(facts: PageFacts): readonly string[];
  /** It asks only how the page is read, which is the reader's to choose. */
  asksReading?(test: Test, reading: Reading): boolean;
  /** The pages on which it holds, straight from the tree; left out, every page is asked. */
  inTree?(test: Test): { readonly page: string; readonly extent: 'itself' | 'beneath' };
}

/** A test about the reader. */
export interface WhoTestKind<Test extends StoredTest = StoredTest> extends TestKind<Test> {
  holds(test: Test): (facts: ReaderFacts) => boolean;
  phrase(test: Test, names: RuleNames): string;
  /** Names the one fact that it asks about: readers equal in it are the same to the test. */
  key(test: Test): string;
  /** The test that a key stands for, or null when it is none of this kind. */
  ofKey(key: string): Test | null;
}

/** A test about the moment. */
export interface WhenTestKind<Test extends StoredTest = StoredTest> extends TestKind<Test> {
  phrase(test: Test, style: MomentStyle, names: Pick<RuleNames, 'sharedRule'>): string;
  holds(test: Test): (moment: Instant) => boolean;
  /** When it is open, as far as it touches a span. */
  openings(test: Test, span: Interval): readonly Interval[];
  /** The first instant after a moment at which it begins or ends; infinite when there is none. */
  nextBoundary(test: Test, moment: Instant): Instant;
  /** It comes again and again, so that its openings have to be listed. */
  readonly comesAgain: boolean;
}

/** A kind of test for any part of a rule. */
export type AnyTestKind = WhereTestKind | WhoTestKind | WhenTestKind;

/** A kind of test that this program does not know. */
export class UnknownTest extends RangeError {
  constructor(readonly test: string) {
    super(`no test “${test}” is known here`);
  }
}

/** The kinds of test for one part of a rule, by name. One may be added while the program runs. */
export class TestTable<Kind extends AnyTestKind> {
  readonly #kinds: Map<string, Kind>;

  constructor(kinds: readonly AnyTestKind[]) {
    this.#kinds = new Map(kinds.map(kind => [kind.name, kind as Kind]));
  }

  get kinds(): readonly Kind[] {
    return [...this.#kinds.values()];
  }

  /** @throws UnknownTest */
  of({ test }: StoredTest): Kind {
    const kind = this.#kinds.get(test);
    if (!kind) throw new UnknownTest(test);
    return kind;
  }

  has(name: string): boolean {
    return this.#kinds.has(name);
  }

  /** Makes a kind of test known. @returns takes it away again */
  add(kind: Kind): () => void {
    this.#kinds.set(kind.name, kind);
    return () => this.#kinds.delete(kind.name);
  }
}

/** The schema of a test of a kind. */
export function schemaOfTest(z: Zod, kind: Pick<TestKind<StoredTest>, 'name' | 'parameters' | 'schema'>): zod.ZodType {
  if (kind.schema) return kind.schema(z);
  const shape = kind.parameters.map(parameter => {
    const schema = kindOfField(parameter).schema(z, { ...parameter, required: !parameter.isOptional });
    return [parameter.name, parameter.isOptional ? schema.optional() : schema] as const;
  });
  return z.strictObject({ test: z.literal(kind.name), ...Object.fromEntries(shape) });
}

/** A test as exact text. */
export function textOfTest(kind: TestKind<StoredTest>, test: StoredTest, pages: PageWords): string {
  if (kind.text) return kind.text.write(test, pages);
  const held = kind.parameters.flatMap(({ name, from }) => {
    const value = (test as unknown as Record<string, unknown>)[name];
    return value === undefined ? [] : [quote(from === 'pages' ? pages.write(String(value)) : String(value as string | number | boolean))];
  });
  return [kind.name, ...held].join(' ');
}

/** Reads what {@link textOfTest} writes; null when the text that comes next is none of this kind. */
export function testFromText(kind: TestKind<StoredTest>, reader: TextReader, pages: PageWords): StoredTest | null {
  if (kind.text) return kind.text.read(reader, pages);
  if (!reader.takes(kind.name)) return null;
  const held = kind.parameters.flatMap(({ name, from, kind: fieldKind, isOptional }) => {
    if (isOptional && !reader.sees('"')) return [];
    if (from === 'pages') return [[name, reader.page(pages)] as const];
    const words = reader.string();
    return [[name, fieldKind === 'number' ? Number(words) : fieldKind === 'yes or no' ? words === 'true' : words] as const];
  });
  return { test: kind.name, ...Object.fromEntries(held) };
}

/** A test with a value for each parameter, as a form holds them; null while one that is needed is empty. */
export function testWith(kind: Pick<TestKind<StoredTest>, 'name' | 'parameters'>, values: FieldValues): StoredTest | null {
  const held: [string, unknown][] = [];
  for (const parameter of kind.parameters) {
    const isEmpty = isEmptyField(parameter, values);
    if (isEmpty && parameter.isOptional) continue;
    if (isEmpty && !parameter.isNullWhenEmpty && isAsked(parameter, values)) return null;
    held.push([parameter.name, isEmpty && parameter.isNullWhenEmpty ? null : values[parameter.name]]);
  }
  return { test: kind.name, ...Object.fromEntries(held) };
}

/** The values that a form begins with, or goes on with, for a test. */
export function valuesOfTest(kind: Pick<TestKind<StoredTest>, 'parameters'>, test: StoredTest | null): FieldValues {
  const held = (test ?? {}) as FieldValues;
  return Object.fromEntries(
    kind.parameters.map(parameter => [parameter.name, held[parameter.name] ?? kindOfField(parameter).initial(parameter)]),
  );
}
