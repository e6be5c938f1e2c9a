import fc from 'fast-check';
import wcag from 'wcag-contrast';
import { contrastOf, contrastWords } from './contrast';

describe('contrast', () => {
  const colour = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`);
  it('is that of an independent library, whichever comes first', () => {
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        expect(contrastOf(one, other)).toBeCloseTo(wcag.hex(one, other), 2);
        expect(contrastOf(one, other)).toBe(contrastOf(other, one));
      }),
    );
  });

  // WCAG 2.2: black on white has 21 : 1; #767676 on white is the lightest grey with 4.5 (common practice).
  it('is 21 for black on white, and just enough for #767676', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrastOf('#767676', '#ffffff')).toBeGreaterThan(4.5);
    expect(contrastOf('#777777', '#ffffff')).toBeLessThan(4.5);
    expect(contrastWords(contrastOf('#777777', '#ffffff'))).toBe('4.4 : 1');
  });
});
