import fc from 'fast-check';
import { mayBeNamed, withConsent } from './consent';
import { hasNameSigns, withName, withNameSigns } from './greeting';

describe('a greeting', () => {
  it('has places for a name, whole or its first word, which take it as words and never as HTML', () => {
    const made = withNameSigns('Dear {name}, or {first name}; {other} stays');
    expect(hasNameSigns(made)).toBeTrue();
    expect(hasNameSigns(Buffer.from(made))).toBeTrue();
    expect(withName(made, 'Nan <b>Trewin')).toBe('Dear Nan &lt;b&gt;Trewin, or Nan; {other} stays');
    expect(withName(made, "$& $'$`")).toBe("Dear $&amp; $'$`, or $&amp;; {other} stays");
    expect([hasNameSigns('Dear all'), hasNameSigns(Buffer.from('Dear all'))]).toEqual([false, false]);
  });

  it('is the same for whoever writes signs of their own, and leaves no sign behind', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('\ue0f0', '\ue0f1', '{name}', '{first name}', 'x', ' ') }), fc.string(), (words, name) => {
        const count = (words.match(/\{(first )?name\}/g) ?? []).length;
        const made = withNameSigns(words);
        expect((made.match(/[\ue0f0\ue0f1]/g) ?? []).length).toBe(count);
        expect(hasNameSigns(withName(made, name.replace(/[\ue0f0\ue0f1]/g, '')))).toBeFalse();
      }),
    ); // prettier-ignore
  });
});

describe('consent to be named', () => {
  it('is given and taken back beside what else somebody says of themself', () => {
    const given = withConsent({ town: 'Looe' }, true);
    expect([mayBeNamed({ town: 'yes' }), mayBeNamed(given), given['town']]).toEqual([false, true, 'Looe']);
    expect(withConsent(given, false)).toEqual({ town: 'Looe' });
  });
});
