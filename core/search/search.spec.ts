import fc from 'fast-check';
import { excerptOf, marked } from './excerpt';
import { questionOf } from './question';
import { stemmerOf } from './stems';
import { stemsOf, tokensOf } from './tokens';

describe('stemmerOf', () => {
  // Source: the sample vocabularies that the Snowball project publishes for each stemmer (snowballstem.org), from memory.
  const table: readonly (readonly [string, string, string])[] = [
    ['en-GB', 'consistency', 'consist'],
    ['en-GB', 'knightly', 'knight'],
    ['de', 'aufeinanderfolgenden', 'aufeinanderfolg'],
    ['de', 'kategorischen', 'kategor'],
    ['fr', 'continuellement', 'continuel'],
    ['es', 'torneos', 'torne'],
    ['nl', 'lichamelijke', 'licham'],
    ['sv', 'jaktkarlarne', 'jaktkarl'],
  ];
  for (const [locale, word, stem] of table) it(`brings ${word} (${locale}) to its stem`, () => expect(stemmerOf(locale)(word)).toBe(stem));

  it('leaves words as they are where a language has no stemmer, but for size and marks', () => {
    expect(stemmerOf('cy')('Gwylio’r'.slice(0, 6))).toBe('gwylio');
    expect(stemmerOf('cy')('TÔ')).toBe('to');
  });
});

describe('tokensOf', () => {
  it('tells where each word stands, also in scripts without spaces', () => {
    for (const [text, locale] of [
      ['The ranger’s hut, at 10.30', 'en-GB'],
      ['今日は海へ行きます', 'ja'],
      ['الطيور البحرية', 'ar'],
    ] as const) {
      const tokens = tokensOf(text, locale);
      expect(tokens.length).withContext(text).toBeGreaterThan(1);
      for (const each of tokens) expect(text.slice(each.from, each.until)).toMatch(/^[\p{L}\p{N}\p{M}]+$/u);
    }
  });

  it('holds nothing but letters and digits, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), fc.constantFrom('en-GB', 'de', 'cy', 'ar', 'tr'), (text, locale) => {
        for (const stem of stemsOf(text, locale).split(' ')) expect(stem).toMatch(/^[\p{L}\p{N}]*$/u);
      }),
    );
  });
});

describe('questionOf', () => {
  it('reads words, words side by side and words that are not to be there', () => {
    expect(questionOf('walks “little terns” -dogs', 'en-GB')).toEqual({ wanted: [['walk'], ['littl', 'tern']], unwanted: [['dog']] });
    expect(questionOf('NOT (title:x OR "', 'en-GB').wanted).toEqual([['not'], ['titl', 'x'], ['or']]);
    expect(questionOf(' - "" ', 'en-GB')).toEqual({ wanted: [], unwanted: [] });
    expect(questionOf('a '.repeat(500), 'en-GB').wanted.length).toBe(12);
  });
});

describe('excerptOf', () => {
  const said = (pieces: ReturnType<typeof marked>) => pieces.map(each => (each.isHit ? `[${each.text}]` : each.text)).join('');

  it('marks all forms of what was looked for, and words side by side as one', () => {
    const question = questionOf('crossing "safe times"', 'en-GB');
    expect(said(marked('Safe times for crossings; safe at no time', question, 'en-GB'))).toBe(
      '[Safe times] for [crossings]; safe at no time',
    );
  });

  it('takes the stretch that says most of it, no longer than asked and cut at words', () => {
    const text = `${'Gorse and heather. '.repeat(30)}Terns nest on the shingle by the hide. ${'More of the same. '.repeat(30)}`;
    const pieces = excerptOf(text, questionOf('terns shingle', 'en-GB'), 'en-GB', 80);
    expect(said(pieces)).toMatch(/^… .*\[Terns\] nest on the \[shingle\].* …$/);
    fc.assert(
      fc.property(fc.lorem({ maxCount: 80 }), fc.integer({ min: 20, max: 120 }), (words, most) => {
        const cut = excerptOf(words, questionOf(words.split(' ')[3] ?? 'x', 'la'), 'la', most);
        expect(cut.map(each => each.text).join('').length).toBeLessThanOrEqual(most + 4);
      }),
    );
  });
});
