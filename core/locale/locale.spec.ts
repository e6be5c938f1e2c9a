import { z } from 'zod';
import { kindNamed } from '../kinds/index';
import { shippedTypes } from '../registry/registry';
import { textOfParagraphs, plainWords } from '../rich-text/document';
import { bodyOf } from '../page/page';
import { SmallWorld, smallTheme } from '../testing/small-world';
import { takeSnapshot } from '../site/snapshot';
import { fallbackChain } from './fallback';
import { ownWordsSchema, valueIn } from './own-words';

describe('fallbackChain', () => {
  // RFC 4647 section 3.4: the range of the example is looked up from the most to the least specific.
  const example = ['zh-Hant-CN-x-private1-private2', 'zh-Hant-CN-x-private1', 'zh-Hant-CN', 'zh-Hant', 'zh'];
  it('takes subtags off as the example of the standard does', () =>
    expect(fallbackChain('zh-Hant-CN-x-private1-private2', [...example, 'zh-Hant-CN-x', 'en'], 'en')).toEqual([...example, 'en']));
  const rows: readonly (readonly [tag: string, available: readonly string[], chain: readonly string[]])[] = [
    ['cy', ['en-GB', 'cy'], ['cy', 'en-GB']],
    ['CY', ['en-GB', 'cy'], ['cy', 'en-GB']],
    ['de-CH-1996', ['de', 'en-GB'], ['de', 'en-GB']],
    ['fr', ['en-GB', 'cy'], ['en-GB']],
    ['en-GB', ['en-GB', 'en'], ['en-GB']],
    ['en-GB-oed', ['en-GB', 'en'], ['en-GB']],
  ];
  for (const [tag, available, chain] of rows)
    it(`for ${tag} is ${chain.join()}`, () => expect(fallbackChain(tag, available, 'en-GB')).toEqual(chain));
});

describe('own words', () => {
  const words = (part: Record<string, unknown>) => ({ version: 1 as const, words: part });

  it('lie over the base along the chain, the nearest on top', () => {
    const base = { title: 'Hides', segment: 'hides', fields: { standfirst: 'a', topics: ['sea'] } };
    const nearest = words({ title: 'Cuddfannau' });
    const farther = words({ title: 'x', 'fields.standfirst': 'b' });
    expect(valueIn(base, [nearest, farther])).toEqual({ ...base, title: 'Cuddfannau', fields: { standfirst: 'b', topics: ['sea'] } });
    expect(valueIn(base, [])).toBe(base);
  });

  const world = () => {
    const made = new SmallWorld()
      .page('front', null)
      .page('visit', 'front')
      .page('tern', 'visit', { fields: { body: textOfParagraphs('Spit') } });
    const own = words({ title: 'Morwennol', segment: 'morwennol', 'fields.body': textOfParagraphs('Tafod') });
    return made.add('page', 'tern', own, { locale: 'cy', from: 10, until: 20 });
  };
  const readIn = (locale: string, moment: number) =>
    takeSnapshot(world().ledger, {
      moment,
      now: moment,
      locale: 'en-GB',
      chain: fallbackChain(locale, ['en-GB', 'cy'], 'en-GB'),
      manifest: smallTheme,
    });

  it('give a page its own title, text and address while they are in force, and say until when', () => {
    const during = readIn('cy', 15);
    expect([during.pageByPath.get('/visit/morwennol')?.value.title, during.locale, during.validUntil]).toEqual(['Morwennol', 'cy', 20]);
    expect(plainWords(bodyOf(during.pageById.get('tern')!.value))).toBe('Tafod');
    expect([readIn('cy', 5), readIn('cy', 25), readIn('en-GB', 15)].map(each => each.pageById.get('tern')!.facts.path)).toEqual(
      Array.from({ length: 3 }, () => '/visit/tern'),
    );
  });

  it('laid over as a proposal are looked at before they are published', () => {
    const snapshot = takeSnapshot(world().ledger, {
      moment: 5,
      now: 5,
      locale: 'en-GB',
      chain: ['cy', 'en-GB'],
      manifest: smallTheme,
      overlays: [{ recordId: 'visit', kind: 'page', locale: 'cy', value: words({ title: 'Ymweld' }) }],
    });
    expect(snapshot.pageById.get('visit')!.value.title).toBe('Ymweld');
  });

  const schema = ownWordsSchema(z, kindNamed('page'), shippedTypes);
  it('hold what is marked as differing by locale', () =>
    expect(schema.safeParse(words({ title: 'x', 'fields.body': textOfParagraphs('y') })).success).toBeTrue());
  for (const [what, value] of [
    ['what does not differ by locale', words({ 'fields.topics': ['sea'] })],
    ['where it stands', words({ parentId: 'x' })],
    ['HTML', words({ 'fields.body': '<p>x</p>' })],
    ['an unknown version', { version: 2, words: {} }],
  ] as const)
    it(`refuse ${what}`, () => expect(schema.safeParse(value).success).toBeFalse());
});
