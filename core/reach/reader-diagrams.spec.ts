import fc from 'fast-check';
import type { WhoTest } from '../rule/rule';
import { compileWho, readerFactsIn } from '../rule/who';
import { randomTree } from '../testing/random-rules';
import { audiencesOf } from './audiences';
import { ReaderDiagrams, TooManyClasses } from './reader-diagrams';

const tests = fc.oneof(
  fc.constant<WhoTest>({ test: 'signed in' }),
  fc.constantFrom('a', 'b', 'c').map((membership): WhoTest => ({ test: 'membership', membership })),
  fc.constantFrom('editor').map((role): WhoTest => ({ test: 'role', role })),
);
const trees = fc.array(randomTree(tests), { minLength: 1, maxLength: 4 });
const facts = ['membership a', 'membership b', 'membership c', 'role editor'];
const { readers } = audiencesOf(facts);

describe('ReaderDiagrams', () => {
  it('find somebody exactly where asking every class of readers finds one, with as few facts as any', () => {
    fc.assert(
      fc.property(trees, list => {
        const diagrams = new ReaderDiagrams();
        const all = list.reduce((held, tree) => diagrams.both(held, diagrams.ofTree(tree)), diagrams.everybody);
        const holding = readers.filter(reader => list.every(tree => compileWho(tree)(reader)));
        const found = diagrams.simplestReader(all);
        expect(found !== null).toBe(holding.length > 0);
        if (!found) return;
        expect(list.every(tree => compileWho(tree)(found))).toBeTrue();
        const size = (reader: (typeof readers)[number]) => Number(reader.signedIn) + reader.roles.length + reader.memberships.length;
        expect(size(found)).toBe(Math.min(...holding.map(size)));
      }),
      { numRuns: 500 },
    );
  });

  it('count in how many sets a reader is', () => {
    fc.assert(
      fc.property(trees, fc.integer({ min: 0, max: 4 }), (list, most) => {
        const diagrams = new ReaderDiagrams();
        const counts = diagrams.countsOf(
          list.map(tree => diagrams.ofTree(tree)),
          most,
        );
        counts.forEach((set, count) => {
          const isSo = (held: number) => (count > most ? held > most : held === count);
          const some = readers.some(reader => isSo(list.filter(tree => compileWho(tree)(reader)).length));
          expect(diagrams.simplestReader(set) !== null).toBe(some);
        });
      }),
      { numRuns: 300 },
    );
  });

  it('stay small for thirty groups of readers, of which any may be held', () => {
    const groups = Array.from({ length: 30 }, (_, index): WhoTest => ({ test: 'membership', membership: `group ${index}` }));
    const diagrams = new ReaderDiagrams();
    const counts = diagrams.countsOf(
      groups.map(test => diagrams.ofTree(test)),
      5,
    );
    expect(diagrams.simplestReader(counts[6]!)?.memberships.length).toBe(6);
    expect(readerFactsIn({ any: groups }).length).toBe(30);
  });

  it('give up by name instead of growing without end', () => {
    const pair = (index: number): WhoTest[] => [0, 1].map(side => ({ test: 'membership', membership: `${side} ${index}` }));
    // Each fact is told apart from one far away in the order: the diagram has a node for every combination of the first half.
    const diagrams = new ReaderDiagrams();
    const firsts = Array.from({ length: 24 }, (_, index) => diagrams.ofTree(pair(index)[0]!));
    const seconds = Array.from({ length: 24 }, (_, index) => diagrams.ofTree(pair(index)[1]!));
    const grow = () => firsts.reduce((some, each, index) => diagrams.either(some, diagrams.both(each, seconds[index]!)), diagrams.nobody);
    expect(grow).toThrowError(TooManyClasses);
  });
});
