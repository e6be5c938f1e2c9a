import fc from 'fast-check';
import { diff3Merge } from 'node-diff3';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { mergeSequences } from './sequence';

type Lines = readonly string[];
/** A merge as text: agreed items as they are, conflicts as {ours / theirs}. */
const written = (pieces: readonly (Lines | { readonly ours: Lines; readonly theirs: Lines })[]) =>
  pieces
    .map(each => ('ours' in each ? `{${each.ours.join(' ')} / ${each.theirs.join(' ')}}` : each.join(' ')))
    .filter(each => each !== '')
    .join(' ');

const merged = (base: Lines, ours: Lines, theirs: Lines) =>
  written(mergeSequences({ base, ours, theirs }, each => each).map(each => (each.kind === 'agreed' ? each.items : each)));

const byLibrary = (base: Lines, ours: Lines, theirs: Lines) =>
  written(
    diff3Merge([...ours], [...base], [...theirs], { excludeFalseConflicts: true }).map(each =>
      each.ok ? each.ok : { ours: each.conflict!.a, theirs: each.conflict!.b },
    ),
  );

/** The same by GNU diff3, each item a line. */
function byDiff3(base: Lines, ours: Lines, theirs: Lines): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'almanac-'));
  try {
    const file = (name: string, lines: Lines) => {
      const at = path.join(folder, name);
      writeFileSync(at, lines.map(each => `${each}\n`).join(''));
      return at;
    };
    const { stdout } = spawnSync('diff3', ['-m', '-E', file('ours', ours), file('base', base), file('theirs', theirs)], {
      encoding: 'utf8',
    });
    return stdout
      .replace(/^<<<<<<< .*\n/gm, '{\n')
      .replace(/^=======\n/gm, '/\n')
      .replace(/^>>>>>>> .*\n/gm, '}\n')
      .split(/\s+/)
      .filter(Boolean)
      .join(' ')
      .replace(/\{ /g, '{')
      .replace(/ \}/g, '}');
  } finally {
    rmSync(folder, { recursive: true });
  }
}
const tight = (text: string) => text.replace(/\s+/g, ' ').replace(/\{ /g, '{').replace(/ \}/g, '}');
const items = (text: string): Lines => text.split(' ').filter(Boolean);

describe('merging sequences', () => {
  // Computed with node-diff3 3.2.1, GNU diff3 and git merge-file, which agree on these.
  for (const [name, base, ours, theirs, result] of [
    ['apart', '1 2 3 4 5 6', '1 A 3 4 5 6', '1 2 3 4 B 6', '1 A 3 4 B 6'],
    ['only ours', '1 2 3', '1 A 3', '1 2 3', '1 A 3'],
    ['only theirs', '1 2 3', '1 2 3', '1 A 3', '1 A 3'],
    ['one between', '1 2 3 4 5', '1 A 3 4 5', '1 2 3 B 5', '1 A 3 B 5'],
    ['inserted at both ends', '1 2 3', '0 1 2 3', '1 2 3 4', '0 1 2 3 4'],
    ['taken out', '1 2 3', '1 3', '1 2 3', '1 3'],
    ['the same by both', '1 2 3', '1 X 3', '1 X 3', '1 X 3'],
    ['taken out by both', '1 2 3', '1 3', '1 3', '1 3'],
    ['the same item', '1 2 3', '1 A 3', '1 B 3', '1 {A / B} 3'],
    ['taken out and changed', '1 2 3', '1 3', '1 B 3', '1 { / B} 3'],
    ['inserted at one place', '1 2', '1 A 2', '1 B 2', '1 {A / B} 2'],
    ['next to each other', '1 2 3 4', '1 A 3 4', '1 2 B 4', '1 {A 3 / 2 B} 4'],
    ['both at the end', '1 2', '1 2 A', '1 2 B', '1 2 {A / B}'],
    ['nothing to begin from', '', 'A', 'B', '{A / B}'],
  ] as const) {
    it(`${name}: ${base} becomes ${result}`, () => {
      const three = [items(base), items(ours), items(theirs)] as const;
      expect(tight(merged(...three))).toBe(tight(result));
      expect(tight(byLibrary(...three))).toBe(tight(result));
    });
  }

  it('finds what both moved to different places', () => {
    // Khanna, Kunal, Pierce, "A Formal Investigation of Diff3" (2007); from memory.
    expect(merged(items('1 2 3 4 5 6'), items('1 4 5 2 3 6'), items('1 2 4 5 3 6'))).toContain('{');
  });

  // Items that come once leave one longest common part, so that all tools have to find the same.
  const edits = fc.array(fc.constantFrom('keep', 'keep', 'keep', 'drop', 'replace', 'insert'), { minLength: 0, maxLength: 14 });
  const side = (base: Lines, acts: readonly string[], mark: string) =>
    base.flatMap((each, at) => {
      const act = acts[at] ?? 'keep';
      return act === 'drop' ? [] : act === 'replace' ? [`${mark}${at}`] : act === 'insert' ? [`${mark}${at}`, each] : [each];
    });
  const base = Array.from({ length: 14 }, (_, at) => String(at));

  it('comes out as node-diff3 has it', () => {
    fc.assert(
      fc.property(edits, edits, (first, second) => {
        const three = [base, side(base, first, 'A'), side(base, second, 'B')] as const;
        expect(tight(merged(...three))).toBe(tight(byLibrary(...three)));
      }),
      { numRuns: 400 },
    );
  });

  it('comes out as GNU diff3 has it', () => {
    fc.assert(
      fc.property(edits, edits, (first, second) => {
        const three = [base, side(base, first, 'A'), side(base, second, 'B')] as const;
        expect(tight(merged(...three))).toBe(byDiff3(...three));
      }),
      { numRuns: 40 },
    );
  });

  it('keeps the laws of a merge, whatever repeats', () => {
    const any = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 10 });
    fc.assert(
      fc.property(any, any, any, (from, ours, theirs) => {
        expect(merged(from, ours, from)).toBe(ours.join(' '));
        expect(merged(from, from, theirs)).toBe(theirs.join(' '));
        expect(merged(from, ours, ours)).toBe(ours.join(' '));
        const swapped = mergeSequences({ base: from, ours: theirs, theirs: ours }, each => each).map(each =>
          each.kind === 'agreed' ? each.items : { ours: each.theirs, theirs: each.ours },
        );
        expect(written(swapped)).toBe(merged(from, ours, theirs));
      }),
      { numRuns: 600 },
    );
  });
});
