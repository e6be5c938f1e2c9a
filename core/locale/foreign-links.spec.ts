import { localeLedInto, writtenAddressesIn } from './foreign-links';
import { firstLocale, formerAddress, freshLocale, withFormerPrefixes, type SiteLocale } from './site-locale';

const first = firstLocale('en-GB');
const locales: readonly SiteLocale[] = [
  first,
  freshLocale('cy', []),
  { ...freshLocale('de', []), prefix: '', host: 'de.reserves.example' },
];

describe('links from one locale into another', () => {
  for (const [address, from, into] of [
    ['/cy/ymweld', 'en-GB', 'cy'],
    ['/cy/ymweld', 'cy', null],
    ['/visit', 'cy', 'en-GB'],
    ['https://reserves.example/cy#top', 'en-GB', 'cy'],
    ['https://de.reserves.example/besuch', 'cy', 'de'],
    ['https://tides.example/cy', 'en-GB', null],
    ['/media/0193a000/x.pdf', 'cy', null],
    ['mailto:a@b.example', 'cy', null],
    ['#hides', 'cy', null],
    ['http://[', 'cy', null],
  ] as const)
    it(`${address} from ${from} leads ${into ? `into ${into}` : 'nowhere else'}`, () =>
      expect(localeLedInto(address, from, locales, 'https://reserves.example')?.tag ?? null).toBe(into));

  it('are found wherever an address is written out, not where a page is named', () => {
    const value = {
      fields: { a: { page: null, address: '/x' }, b: [{ attrs: { page: null, address: '/y' } }], c: { page: 'id', address: '#z' } },
    };
    expect([...writtenAddressesIn(value)].sort()).toEqual(['/x', '/y']);
  });
});

describe('earlier prefixes', () => {
  const [, welsh, german] = locales as [SiteLocale, SiteLocale, SiteLocale];
  it('lead on until another locale takes them over', () => {
    const once = withFormerPrefixes([first, welsh], [first, { ...welsh, prefix: 'cymraeg' }]);
    expect(once[1]!.formerly).toEqual(['cy']);
    expect(formerAddress(once, '/cy/ymweld')).toEqual({ locale: once[1]!, rest: '/ymweld' });
    expect(formerAddress(once, '/cymraeg/ymweld')).toBeNull();
    const twice = withFormerPrefixes(once, [first, { ...once[1]!, prefix: 'wales' }]);
    expect(twice[1]!.formerly).toEqual(['cymraeg', 'cy']);
    const back = withFormerPrefixes(twice, [first, { ...twice[1]!, prefix: 'cy' }]);
    expect(back[1]!.formerly).toEqual(['wales', 'cymraeg']);
    const taken = withFormerPrefixes(back, [first, back[1]!, { ...german, host: '', prefix: 'wales' }]);
    expect(taken[1]!.formerly).toEqual(['cymraeg']);
    // What somebody sends is not believed.
    expect(withFormerPrefixes([first, welsh], [first, { ...welsh, formerly: ['api'] }])[1]!.formerly).toBeUndefined();
  });
});
