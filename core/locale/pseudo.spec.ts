import fc from 'fast-check';
import { kindNamed } from '../kinds/index';
import { shippedTypes } from '../registry/registry';
import { pseudoText, pseudoValue } from './pseudo';
import { pseudoOf } from './pseudo-tags';
import { SmallWorld } from '../testing/small-world';

describe('pseudo-locales', () => {
  it('are those of CLDR', () => {
    expect(['en-XA', 'ar-XB', 'en-GB', 'ar'].map(pseudoOf)).toEqual(['stretched', 'mirrored', null, null]);
    // What ICU calls them.
    expect(new Intl.DisplayNames('en', { type: 'region' }).of('XA')).toBe('Pseudo-Accents');
    expect(new Intl.DisplayNames('en', { type: 'region' }).of('XB')).toBe('Pseudo-Bidi');
  });

  it('give the words back when what they add is taken off', () => {
    const plain = fc.string({ unit: fc.constantFrom(...'abcXYZ .,’!7'), minLength: 1, maxLength: 90 });
    const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
    const made = [...pseudoText(letters, 'stretched').slice(1)];
    const back = new Map([...letters].map((letter, at) => [made[at]!, letter]));
    fc.assert(
      fc.property(plain, text => {
        expect(pseudoText(text, 'mirrored').replace(/[\u202E\u202C]/g, '')).toBe(text);
        if (text.trim() === '') return;
        const stretched = pseudoText(text, 'stretched');
        const inside = [...stretched].slice(1, 1 + text.length);
        expect(inside.map(letter => back.get(letter) ?? letter).join('')).toBe(text);
        expect(stretched.startsWith('[') && stretched.endsWith(']')).toBeTrue();
      }),
    );
  });

  // Common practice: the shorter the English, the more longer other languages are. Figures from memory.
  for (const [length, most] of [
    [8, 3],
    [18, 2],
    [60, 1.5],
    [300, 1.3],
  ] as const)
    it(`makes ${length} letters about ${most} times as long`, () => {
      const made = pseudoText('m'.repeat(length), 'stretched').length - 2;
      expect(made / length).toBeCloseTo(most, 1);
    });

  it('keeps placeholders and addresses, and what is empty', () => {
    expect(pseudoText('Hello {name}', 'stretched')).toContain('{name}');
    expect(pseudoText('See https://tides.example', 'mirrored')).toContain('https://tides.example');
    expect([pseudoText('', 'stretched'), pseudoText(' ', 'mirrored')]).toEqual(['', ' ']);
  });

  it('say a record otherwise in what may differ, its address left', () => {
    const page = new SmallWorld().page('front', null).at(0).pages[0]!;
    const made = pseudoValue(kindNamed('page'), page.value, shippedTypes, 'stretched') as typeof page.value;
    expect(made.title).not.toBe(page.value.title);
    expect({ ...made, title: '', menuLabel: '', fields: {} }).toEqual({ ...page.value, title: '', menuLabel: '', fields: {} });
    expect(pseudoValue(kindNamed('page'), page.value, shippedTypes, 'stretched')).toBe(made);
  });
});
