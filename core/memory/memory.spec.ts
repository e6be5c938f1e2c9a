import fc from 'fast-check';
import { leastLikeness, Memory, type Remembered } from './memory';

const entry = (source: string, target: string, recordId = 'r'): Remembered => ({ source, target, recordId });

describe('memory', () => {
  const memory = new Memory([
    entry('The hide is open from 9 to 5', 'Mae’r guddfan ar agor o 9 tan 5', 'a'),
    entry('The hide is open from 9 to 5', 'Mae’r guddfan ar agor o 9 tan 5', 'b'),
    entry('The hide is closed', 'Mae’r guddfan ar gau', 'c'),
    entry('Dogs on leads, please', 'Cŵn ar dennyn, os gwelwch yn dda', 'd'),
  ]);

  it('finds the same to the letter as 1, what is like it as less, each target once, the likest first', () => {
    expect(memory.find('The hide is open from 9 to 5', 5)).toEqual([
      jasmine.objectContaining({ likeness: 1, target: 'Mae’r guddfan ar agor o 9 tan 5' }),
    ]);
    const [near] = memory.find('The hide is open from 10 to 5', 5);
    // Eight words each, seven of them in common: 2·7 ÷ 16 by the Sørensen–Dice coefficient.
    expect(near!.likeness).toBeCloseTo(14 / 16);
    expect(memory.find('The boat is late', 5)).toEqual([]);
    expect(memory.find('Dogs on leads please!', 5)[0]!.likeness).toBe(0.99);
  });

  it('leaves out the record that asks', () => {
    expect(memory.find('The hide is closed', 5, 'c')).toEqual([]);
  });

  it('finds all that a look at every source finds, where there are not too many', () => {
    const word = fc.constantFrom('tide', 'tern', 'hide', 'open', 'the', 'and');
    const text = fc.array(word, { minLength: 1, maxLength: 7 }).map(words => words.join(' '));
    fc.assert(
      fc.property(fc.uniqueArray(text, { maxLength: 30 }), text, (sources, asked) => {
        const all = sources.map((source, at) => entry(source, `said ${at}`));
        const found = new Map(new Memory(all).find(asked, 100).map(each => [each.source, each.likeness]));
        for (const { source } of all) {
          const alone = new Memory([entry(source, 'x')]).find(asked, 1)[0]?.likeness ?? 0;
          expect(found.get(source) ?? 0).toBe(alone);
          expect(alone === 0 || alone >= leastLikeness).toBeTrue();
          if (source === asked) expect(alone).toBe(1);
        }
      }),
    );
  });
});
