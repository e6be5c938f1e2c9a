import type { z as zod } from 'zod';
import type { Zod } from '../fields/field';
import { say } from '../tongue/say';
import type { Stored } from '../versions/upgrade';
import type { Rule, WhenTest, WhereTest, WhoTest } from './rule';
import { schemaOfTest, type AnyTestKind, type StoredTest, type TestTable } from './tests/test-kind';
import { whenTests } from './tests/when-tests';
import { whereTests } from './tests/where-tests';
import { whoTests } from './tests/who-tests';
import { isTest, type RuleTree } from './tree';
import { upgradeRule } from './upgrade';

/** The most parts one group may list. */
const mostParts = 2_000;

/** The most windows that come again in one when part: each is listed by itself wherever time is looked at. */
const mostRecurring = 8;

/** The schemas of a rule and of its parts. */
export interface RuleSchemas {
  readonly where: zod.ZodType<RuleTree<WhereTest>>;
  readonly who: zod.ZodType<RuleTree<WhoTest>>;
  readonly when: zod.ZodType<RuleTree<WhenTest>>;
  /** One of an older version is brought up to the present one; an unknown version is refused. */
  readonly rule: zod.ZodType<Rule>;
}

const made = new WeakMap<Zod, RuleSchemas>();

/** The schemas of rules, made once. */
export function ruleSchemas(z: Zod): RuleSchemas {
  const known = made.get(z);
  if (known) return known;
  const where = treeOf<WhereTest>(z, 'whereTree', whereTests);
  const who = treeOf<WhoTest>(z, 'whoTree', whoTests);
  const when = treeOf<WhenTest>(z, 'whenTree', whenTests).refine(tree => recurringIn(tree) <= mostRecurring, {
    error: () => say`At most ${mostRecurring} windows that come again.`,
  });
  const rule = z.preprocess(
    raw => (isOlderRule(raw) ? upgradeRule(raw) : raw),
    z.strictObject({
      version: z.literal(2, { error: () => say`This version of rules is not known here.` }),
      where,
      who,
      when,
      follows: z.array(z.uuid({ error: () => say`An id is a UUID.` })).max(20, { error: () => say`At most 20 shared rules.` }),
    }),
  );
  const schemas = { where, who, when, rule } as RuleSchemas;
  made.set(z, schemas);
  return schemas;
}

// Runs even when the tree is none, which is told of already.
function recurringIn(tree: RuleTree<WhenTest>): number {
  if (typeof tree !== 'object' || tree === null) return 0;
  const names = isTest(tree) ? [tree.test] : [];
  const within = isTest(tree) ? [] : [tree.all, tree.any, tree.none].flatMap(parts => (Array.isArray(parts) ? parts : []));
  const own = names.filter(name => whenTests.has(name) && whenTests.of({ test: name }).comesAgain).length;
  return within.reduce<number>((sum, part) => sum + recurringIn(part as RuleTree<WhenTest>), own);
}

function isOlderRule(raw: unknown): raw is Stored {
  return typeof raw === 'object' && raw !== null && 'version' in raw && raw.version === 1;
}

/** The parts of rules as definitions of JSON Schema, by the names under which schemas refer to them. */
export function ruleDefinitions(z: Zod): Readonly<Record<string, unknown>> {
  const parts = { whereTree: whereTests, whoTree: whoTests, whenTree: whenTests } satisfies Record<string, TestTable<AnyTestKind>>;
  return Object.fromEntries(
    Object.entries(parts).map(([name, tests]) => {
      const list = { type: 'array', maxItems: mostParts, items: { $ref: `#/$defs/${name}` } };
      const group = { type: 'object', properties: { all: list, any: list, none: list }, additionalProperties: false };
      return [name, { anyOf: [...tests.kinds.map(kind => jsonSchemaOfTest(z, kind)), group] }];
    }),
  );
}

function jsonSchemaOfTest(z: Zod, kind: AnyTestKind): unknown {
  const { $schema: _, ...schema } = z.toJSONSchema(schemaOfTest(z, kind), { io: 'input' });
  return schema;
}

/** Tests may be added while the program runs, so which there are is asked each time. */
function treeOf<Test extends StoredTest>(z: Zod, definition: string, tests: TestTable<AnyTestKind>): zod.ZodType<RuleTree<Test>> {
  const schemas = new Map<AnyTestKind, zod.ZodType>();
  const schemaOf = (kind: AnyTestKind): zod.ZodType => {
    const known = schemas.get(kind);
    if (known) return known;
    const schema = schemaOfTest(z, kind);
    schemas.set(kind, schema);
    return schema;
  };
  const parts = z
    .array(z.lazy(() => tree))
    .max(mostParts)
    .optional();
  const group = z.strictObject({ all: parts, any: parts, none: parts });
  // The presence of "test" tells a test from a group, so that what is told of is what was meant.
  const tree: zod.ZodType<RuleTree<Test>> = z
    .unknown()
    .superRefine((raw, context) => {
      const name = typeof raw === 'object' && raw !== null && 'test' in raw ? raw.test : undefined;
      if (name !== undefined && (typeof name !== 'string' || !tests.has(name)))
        return context.addIssue({ code: 'custom', path: ['test'], message: say`There is no such test.` });
      const read = (name === undefined ? group : schemaOf(tests.of({ test: name }))).safeParse(raw);
      for (const issue of read.error?.issues ?? []) context.addIssue(issue as Parameters<typeof context.addIssue>[0]);
    })
    .meta({ jsonSchema: () => ({ $ref: `#/$defs/${definition}` }) }) as unknown as zod.ZodType<RuleTree<Test>>;
  return tree;
}
