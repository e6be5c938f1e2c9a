import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { chainStart, checkChain, hashOfEntry, uncheckedChain, type AuditEntry, type ChainedEntry } from './chain';

const sha256 = (text: string) => createHash('sha256').update(text, 'utf8').digest('hex');

function chained(entries: readonly AuditEntry[]): readonly ChainedEntry[] {
  let previous = chainStart;
  return entries.map(entry => ({ ...entry, hash: (previous = hashOfEntry(previous, entry, sha256)) }));
}

const texts = fc.string({ maxLength: 12, unit: 'grapheme' });
const entries = fc
  .array(
    fc.record({
      at: fc.nat(),
      personId: fc.option(texts),
      source: texts,
      act: texts,
      kind: texts,
      subjectId: texts,
      locale: texts,
      title: texts,
      before: fc.option(texts),
      after: fc.option(texts),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map(all => chained(all.map((each, index) => ({ ...each, number: index + 1 }))));

describe('the chain of the audit log', () => {
  // FIPS 180-4: SHA-256 of "abc", as NIST publishes it with its examples.
  it('rests on SHA-256', () => {
    expect(sha256('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });

  it('is whole as it was written, looked at in any pieces', () => {
    fc.assert(
      fc.property(entries, fc.nat(12), (all, cut) => {
        const whole = checkChain(uncheckedChain, all, sha256);
        expect(whole).toEqual({ count: all.length, head: all.at(-1)!.hash, brokenAt: null });
        expect(checkChain(checkChain(uncheckedChain, all.slice(0, cut), sha256), all.slice(cut), sha256)).toEqual(whole);
      }),
    );
  });

  it('breaks at whatever was altered, taken out, put in or put elsewhere', () => {
    fc.assert(
      fc.property(entries, fc.nat(), fc.nat(), texts, (all, some, other, text) => {
        const at = some % all.length;
        const to = other % all.length;
        const entry = all[at]!;
        const check = (changed: readonly ChainedEntry[]) => checkChain(uncheckedChain, changed, sha256).brokenAt;
        const altered = { ...entry, title: `${entry.title}${text}!` };
        expect(check(all.with(at, altered))).toBe(at + 1);
        // Whoever also makes the hash anew has to make all that follow anew.
        const rehashed = { ...altered, hash: hashOfEntry(all[at - 1]?.hash ?? chainStart, altered, sha256) };
        expect(check(all.with(at, rehashed))).toBe(at === all.length - 1 ? null : at + 2);
        expect(check(all.toSpliced(at, 1))).toBe(at === all.length - 1 ? null : at + 1);
        expect(check(all.toSpliced(at, 0, entry))).toBe(at + 2);
        if (at !== to) expect(check(all.toSpliced(at, 1).toSpliced(to, 0, entry))).toBe(Math.min(at, to) + 1);
      }),
    );
  });
});
