import { z } from 'zod';
import { kindNamed } from '../kinds/index';
import { shippedTypes } from '../registry/registry';
import { textOfParagraphs, plainWords } from '../rich-text/document';
import { bodyOf } from '../page/page';
import { SmallWorld, smallTheme } from '../testing/small-world';
import { planWithin } from '../plan/site-plan';
import { takeSnapshot } from '../site/snapshot';
import { fallbackChain, firstLocale, freshLocale } from './site-locale';
import { ownWordsSchema, valueIn } from './own-words';

describe('own words', () => {
  const words = (part: Record<string, unknown>) => ({ version: 1 as const, words: part });

  it('lie over the base along the chain, the nearest on top', () => {
    const base = { title: 'Hides', segment: 'hides', fields: { standfirst: 'a', topics: ['sea'] } };
    const nearest = words({ title: 'Cuddfannau' });
    const farther = words({ title: 'x', 'fields.standfirst': 'b' });
    expect(valueIn(base, [nearest, farther])).toEqual({ ...base, title: 'Cuddfannau', fields: { standfirst: 'b', topics: ['sea'] } });
    expect(valueIn(base, [])).toBe(base);
  });

  const siteLocales = [firstLocale('en-GB'), freshLocale('cy', []), { ...freshLocale('cy-GB', []), follows: 'cy' }];
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
      chain: fallbackChain(locale, siteLocales, 'en-GB'),
      prefix: locale === 'en-GB' ? '' : `/${locale}`,
      manifest: smallTheme,
    });

  it('give a page its own title, text and address while they are in force, and say until when', () => {
    const during = readIn('cy', 15);
    const tern = during.pageByPath.get('/cy/visit/morwennol')!;
    // Rules name paths as the first locale has them.
    expect([tern.value.title, tern.facts.path, during.locale, during.validUntil]).toEqual(['Morwennol', '/visit/tern', 'cy', 20]);
    expect(plainWords(bodyOf(during.pageById.get('tern')!.value))).toBe('Tafod');
    expect([readIn('cy', 5), readIn('cy', 25), readIn('en-GB', 15)].map(each => each.pageById.get('tern')!.address)).toEqual([
      '/cy/visit/tern',
      '/cy/visit/tern',
      '/visit/tern',
    ]);
    expect(readIn('cy-GB', 15).pageById.get('tern')!.value.title).toBe('Morwennol');
  });

  it('leave a record out of a locale, and of those that follow it, while a publication says so', () => {
    const made = world().add('page', 'visit', null, { locale: 'cy', revisionId: null, from: 30, until: 40 });
    const has = (locale: string, moment: number) =>
      takeSnapshot(made.ledger, { moment, now: 0, chain: fallbackChain(locale, siteLocales, 'en-GB'), manifest: smallTheme }).pages.map(
        each => each.id,
      );
    expect([has('cy', 35), has('cy-GB', 35), has('en-GB', 35), has('cy', 40)]).toEqual([
      ['front'],
      ['front'],
      ['front', 'visit', 'tern'],
      ['front', 'visit', 'tern'],
    ]);
  });

  it('of a record that began in another locale are all that the first one has of it', () => {
    const made = world();
    made.startsIn = 'cy';
    made.page('gwylan', 'visit', { title: 'Gwylan' });
    const seen = (locale: string, moment: number) =>
      takeSnapshot(made.ledger, { moment, now: 0, chain: fallbackChain(locale, siteLocales, 'en-GB'), manifest: smallTheme }).pageById.get(
        'gwylan',
      )?.value.title;
    expect([seen('cy', 5), seen('cy-GB', 5), seen('en-GB', 5)]).toEqual(['Gwylan', 'Gwylan', undefined]);
    made.add('page', 'gwylan', words({ title: 'Gull' }), { locale: 'en-GB', from: 10, until: 20 });
    expect([seen('cy', 15), seen('en-GB', 9), seen('en-GB', 15), seen('en-GB', 20)]).toEqual(['Gwylan', undefined, 'Gull', undefined]);
    const { universe, pageSpans } = planWithin(
      made.ledger,
      { from: 0, until: 100 },
      { locale: 'en-GB', manifest: smallTheme, services: [] },
    );
    const at = universe.pages.findIndex(page => page.id === 'gwylan');
    expect([universe.pages[at]!.path, pageSpans[at]]).toEqual(['/visit/gwylan', { from: 10, until: 20 }]);
  });

  it('laid over as a proposal are looked at before they are published', () => {
    const snapshot = takeSnapshot(world().ledger, {
      moment: 5,
      now: 5,
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
    ['where it stands', words({ parentId: 'x' })],
    ['HTML', words({ 'fields.body': '<p>x</p>' })],
    ['an unknown version', { version: 2, words: {} }],
  ] as const)
    it(`refuse ${what}`, () => expect(schema.safeParse(value).success).toBeFalse());
});
