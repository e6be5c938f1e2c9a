import fc from 'fast-check';
import jsonLogic, { type RulesLogic } from 'json-logic-js';
import { compileTree, decidingTests, traceTree } from './evaluate';
import { isTest, type RuleTree } from './rule';

interface FactTest {
  readonly test: 'fact';
  readonly name: string;
  readonly value: number;
}
type Facts = Readonly<Record<string, number>>;

const { tree } = fc.letrec<{ tree: RuleTree<FactTest>; test: FactTest; group: RuleTree<FactTest> }>(tie => {
  const parts = fc.option(fc.array(tie('tree'), { maxLength: 3 }), { nil: undefined });
  return {
    test: fc.record({ test: fc.constant('fact' as const), name: fc.constantFrom('a', 'b', 'c'), value: fc.integer({ min: 0, max: 2 }) }),
    group: fc.record({ all: parts, any: parts, none: parts }),
    tree: fc.oneof({ maxDepth: 4, depthSize: 'small' }, tie('test'), tie('group')),
  };
});
const facts = fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.integer({ min: 0, max: 2 }), c: fc.integer({ min: 0, max: 2 }) });
const compile = (each: RuleTree<FactTest>) => compileTree<FactTest, Facts>(each, test => known => known[test.name] === test.value);
const holds = (each: RuleTree<FactTest>, known: Facts) => compile(each)(known);

// json-logic-js gives undefined for empty lists and false for "all" of nothing, so empty groups are spelt out.
function toJsonLogic(each: RuleTree<FactTest>): RulesLogic {
  if (isTest(each)) return { '===': [{ var: each.name }, each.value] };
  const parts = [...(each.all ?? []).map(toJsonLogic), ...(each.none ?? []).map(part => ({ '!': [toJsonLogic(part)] }) as RulesLogic)];
  if (each.any && each.any.length > 0) parts.push({ or: each.any.map(toJsonLogic) } as RulesLogic);
  return (parts.length === 0 ? true : { and: parts }) as RulesLogic;
}

describe('compileTree', () => {
  it('agrees with json-logic-js on random trees', () => {
    fc.assert(
      fc.property(tree, facts, (each, known) => holds(each, known) === Boolean(jsonLogic.apply(toJsonLogic(each), known))),
      { numRuns: 2000 },
    );
  });

  it('obeys the laws of Boolean algebra', () => {
    fc.assert(
      fc.property(tree, tree, facts, (a, b, known) => {
        const is = (each: RuleTree<FactTest>) => holds(each, known);
        expect(is({ none: [{ none: [a] }] })).toBe(is(a));
        expect(is({ none: [{ any: [a, b] }] })).toBe(is({ all: [{ none: [a] }, { none: [b] }] }));
        expect(is({ any: [a, { all: [a, b] }] })).toBe(is(a));
        expect(is({ all: [a, b] })).toBe(is({ all: [b, a] }));
      }),
    );
  });

  it('holds for an empty group, and lets an exception win over anything', () => {
    const test: FactTest = { test: 'fact', name: 'a', value: 1 };
    expect(holds({}, {})).toBeTrue();
    expect(holds({ all: [], any: [], none: [] }, {})).toBeTrue();
    expect(holds({ all: [test], any: [test], none: [test] }, { a: 1 })).toBeFalse();
  });
});

describe('traceTree', () => {
  it('comes out as the compiled tree does, and names deciding tests that are as it says', () => {
    fc.assert(
      fc.property(tree, facts as fc.Arbitrary<Facts>, (each, known) => {
        const trace = traceTree(each, test => known[test.name] === test.value);
        expect(trace.holds).toBe(holds(each, known));
        for (const { test, holds: held } of decidingTests(trace)) expect(known[test.name] === test.value).toBe(held);
      }),
    );
  });

  it('names the exception first, then the first "all" that fails, then every alternative', () => {
    const test = (name: string): FactTest => ({ test: 'fact', name, value: 1 });
    const deciding = (each: RuleTree<FactTest>, known: Facts) =>
      decidingTests(traceTree(each, one => known[one.name] === one.value)).map(one => one.test.name);
    expect(deciding({ all: [test('a')], none: [test('b')] }, { a: 0, b: 1 })).toEqual(['b']);
    expect(deciding({ all: [test('a'), test('b')] }, { a: 1, b: 0 })).toEqual(['b']);
    expect(deciding({ any: [test('a'), test('b')] }, { a: 0, b: 0 })).toEqual(['a', 'b']);
  });
});
