import { lookup } from 'bcp-47-match';
import fc from 'fast-check';
import { localeFaults } from './faults';
import { checkTag, directionOf, isLocaleTag, ownNameOf } from './locale-tag';
import { languageRanges, lookUp } from './lookup';
import { fallbackChain, firstLocale, freshLocale, localeOfAddress, type SiteLocale } from './site-locale';

const wanted = (...ranges: readonly string[]) => ranges.map(range => ({ range, weight: 1 }));

describe('lookUp', () => {
  // RFC 4647 section 3.4: the range of the example is looked up from the most to the least specific.
  const order = ['zh-Hant-CN-x-private1-private2', 'zh-Hant-CN-x-private1', 'zh-Hant-CN', 'zh-Hant', 'zh'];
  it('takes subtags off as the example of the standard does', () => {
    order.forEach((_, at) => expect(lookUp(wanted(order[0]!), order.slice(at))).toBe(order[at]!));
    for (const never of ['zh-Hant-CN-x', 'zh-Hant-CN-x-private2']) expect(lookUp(wanted(order[0]!), [never])).toBeNull();
  });

  it('goes on to the next range, never lengthens one, and lets letter case be', () => {
    expect(lookUp(wanted('fr-FR', 'zh-Hant'), ['zh', 'fr-CA'])).toBe('zh');
    expect(lookUp(wanted('de'), ['de-1996'])).toBeNull();
    expect([lookUp(wanted('DE-ch-1996'), ['de']), lookUp(wanted('*'), ['de'])]).toEqual(['de', null]);
  });

  const subtag = fc.constantFrom('Hant', 'CN', 'x-scouse', 'a-scouse', '1996');
  const tag = fc
    .tuple(fc.constantFrom('zh', 'de', 'en'), fc.array(subtag, { maxLength: 3 }))
    .map(([first, rest]) => [first, ...rest].join('-'));
  // One tag at a time: of several, the library takes the first in its list, not the nearest.
  it('finds what an independent reading of the standard finds', () =>
    fc.assert(fc.property(tag, tag, (range, held) => expect(lookUp(wanted(range), [held]) ?? undefined).toBe(lookup([held], range)))));
});

describe('languageRanges', () => {
  // RFC 9110 section 12.5.4 has the first; weights have at most three digits (section 12.4.2).
  const rows: readonly (readonly [header: string, ranges: string])[] = [
    ['da, en-gb;q=0.8, en;q=0.7', 'da 1, en-gb 0.8, en 0.7'],
    ['en;q=0.5,cy', 'cy 1, en 0.5'],
    ['*;q=0.1, fr;q=0', '* 0.1, fr 0'],
    ['en;q=1.5, cy;q=0.1234, de;level=1, ../etc, ', ''],
  ];
  for (const [header, ranges] of rows)
    it(`reads ${header}`, () =>
      expect(
        languageRanges(header)
          .map(({ range, weight }) => `${range} ${weight}`)
          .join(', '),
      ).toBe(ranges));

  it('leaves out what is not wanted', () => expect(lookUp(languageRanges('cy;q=0, cy-GB, en'), ['cy', 'en'])).toBe('en'));
});

describe('checkTag', () => {
  // RFC 5646 section 2.1.1 for case, the IANA registry for preferred values, its appendix A for what is not well formed.
  const rows: readonly (readonly [typed: string, nearest: readonly string[]])[] = [
    ['en_GB', ['en-GB']],
    ['EN-gb', ['en-GB']],
    ['iw', ['he']],
    ['de-DD', ['de-DE']],
    ['Welsh', ['cy']],
    ['Cymraeg', ['cy']],
    ['xx-invalid-tag-which-is-long', ['xh']],
    ['en-GB-x-very-long-private-use-tag-of-mine', []],
    ['a-DE', []],
    ['ar-a-aaa-b-bbb-a-ccc', ['ar-a-aaa-b-bbb']],
    ['x-whatever', []],
    ['qaa', []],
    ['', []],
  ];
  for (const [typed, nearest] of rows)
    it(`refuses “${typed}”`, () => {
      const check = checkTag(typed);
      expect(check.kind === 'refused' && check.nearest.slice(0, 1)).toEqual(nearest.slice(0, 1));
    });
  for (const tag of ['cy', 'en-GB', 'zh-Hant-HK', 'sr-Latn-RS', 'en-GB-x-coast', 'sl-1994-biske-rozaj', 'gsw'])
    it(`takes ${tag}`, () => expect(checkTag(tag)).toEqual({ kind: 'known', tag }));

  it('takes nothing but what is canonical', () =>
    fc.assert(fc.property(fc.stringMatching(/^[a-zA-Z0-9_-]{1,12}$/), text => checkTag(text).kind === 'refused' || isLocaleTag(text))));
});

describe('directionOf', () => {
  // CLDR 48 script metadata; Node's own `textInfo` is wrong for dv, az-Arab, ms-Arab and rhg.
  it('is that of the likely script', () => {
    const of = (tags: string) => [...new Set(tags.split(' ').map(directionOf))];
    expect(of('ar he fa ur ps ug yi dv az-Arab uz-AF pa-PK ff-Adlm sd ms-Arab rhg')).toEqual(['rtl']);
    expect(of('ur-Latn sd-Deva ks-Deva pa az ff ku cy en-GB zh-Hant')).toEqual(['ltr']);
  });
  it('comes with the name that a locale has for itself', () =>
    expect(['cy', 'de', 'ar', 'fr'].map(ownNameOf)).toEqual(['Cymraeg', 'Deutsch', 'العربية', 'Français']));
});

describe('locales of a site', () => {
  const of = (...parts: readonly Partial<SiteLocale>[]) =>
    parts.map((part, at) => ({ ...(at === 0 ? firstLocale('en-GB') : freshLocale(part.tag!, [])), ...part }));
  const faults = (locales: readonly SiteLocale[]) =>
    localeFaults(locales, path => (path === '/visit' ? 'Visit' : null)).map(each => each.pointer);

  it('follow one another down to the first, whatever the circle', () => {
    const locales = of({}, { tag: 'de' }, { tag: 'de-AT', follows: 'de' }, { tag: 'fr', follows: 'it' }, { tag: 'it', follows: 'fr' });
    expect(['en-GB', 'de', 'de-AT', 'fr', 'tlh'].map(tag => fallbackChain(tag, locales, 'en-GB').join(' '))).toEqual([
      'en-GB',
      'de en-GB',
      'de-AT de en-GB',
      'fr it en-GB',
      'tlh en-GB',
    ]);
    expect(faults(locales)).toEqual(['/3/follows', '/4/follows']);
    expect(freshLocale('de-CH', locales).follows).toBe('de');
  });

  it('are refused where two addresses would be one', () => {
    for (const prefix of ['visit', 'api', 'almanac', '..', 'media', 'Cy', '', 'cy/x', '-cy', 'sitemap.xml'])
      expect(faults(of({}, { tag: 'cy', prefix })))
        .withContext(prefix)
        .toEqual(['/1/prefix']);
    expect(faults(of({}, { tag: 'cy' }, { tag: 'de', prefix: 'cy' }, { tag: 'fr', prefix: '', host: 'fr.x.example' }))).toEqual([
      '/2/prefix',
    ]);
    expect(faults(of({}, { tag: 'cy', prefix: '', host: 'https://x/' }))).toEqual(['/1/host']);
    expect(faults(of({ prefix: 'en', state: 'off' }))).toEqual(['/0/prefix', '/0/state']);
  });

  it('are told from an address by its host, else by its first part', () => {
    const locales = of({}, { tag: 'cy' }, { tag: 'fr', prefix: '', host: 'fr.x.example' });
    const at = (host: string, path: string) => localeOfAddress(locales, host, path).tag;
    expect([at('x', '/'), at('x', '/cy'), at('x', '/cy/a'), at('x', '/cyx'), at('fr.x.example', '/cy')]).toEqual([
      'en-GB',
      'cy',
      'cy',
      'en-GB',
      'fr',
    ]);
  });
});
