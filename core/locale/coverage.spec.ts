import fc from 'fast-check';
import { kindNamed } from '../kinds/index';
import { shippedTypes } from '../registry/registry';
import { textOfParagraphs } from '../rich-text/document';
import { SmallWorld } from '../testing/small-world';
import { coverageOf } from './coverage';
import { digestOf } from './digest';
import { saidIn, valueIn, type OwnWords } from './own-words';
import { fieldState, withSources, writableFields } from './translation';

const page = kindNamed('page');
const values = {
  title: 'Join',
  segment: 'join',
  menuLabel: '',
  fields: { standfirst: 'From £3.', body: textOfParagraphs('Boots.'), topics: [] },
};
const base = { revision: 'r1', value: { type: 'page', ...values } };
const named = (name: string) => writableFields(page, base.value, shippedTypes).find(each => each.name === name)!;

describe('own words and what they were made from', () => {
  const made = withSources({ title: 'Ymuno', 'fields.standfirst': 'O £3.' }, null, base, []);
  const moved = { ...base.value, title: 'Join us' };

  it('are behind where the base has moved on in that very field', () => {
    expect(['title', 'fields.standfirst', 'fields.body', 'menuLabel'].map(name => fieldState(moved, made, named(name)))).toEqual([
      'behind',
      'own',
      'follows',
      'empty',
    ]);
  });

  it('are settled by other words, or by looking at them, one by one', () => {
    const later = { revision: 'r2', value: moved };
    const other = withSources({ ...made.words, 'fields.standfirst': 'Tair punt.' }, made, later, []);
    expect([other.madeFrom['title']!.revision, other.madeFrom['fields.standfirst']!.revision]).toEqual(['r1', 'r2']);
    const right = withSources(made.words, made, later, ['title']);
    expect([fieldState(moved, right, named('title')), right.madeFrom['fields.standfirst']!.revision]).toEqual(['own', 'r1']);
  });

  it('say which fields may differ, and which may not', () => {
    const fields = writableFields(page, base.value, shippedTypes);
    expect([named('fields.topics').mayDiffer, fields.filter(each => each.mayDiffer).length > 4]).toEqual([false, true]);
  });

  it('lie over items by their ids, wherever those have moved', () => {
    const menu = (ids: readonly string[]) => ({
      entries: ids.map(id => ({ id, words: `Words ${id}`, entries: [{ id: `${id}x`, words: '', entries: [] }] })),
    });
    const words = { words: { 'entries#b.words': 'Geiriau', 'entries#gone.words': 'x' } };
    fc.assert(
      fc.property(fc.shuffledSubarray(['a', 'b', 'c']), ids => {
        const read = valueIn(menu(ids), [words]);
        expect(read.entries.map(each => each.words)).toEqual(ids.map(id => (id === 'b' ? 'Geiriau' : `Words ${id}`)));
        expect(saidIn(read, 'entries#b.words')).toBe(ids.includes('b') ? 'Geiriau' : undefined);
      }),
    );
  });

  it('are told apart by a short mark', () =>
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => (digestOf(a) === digestOf(b)) === (JSON.stringify(a) === JSON.stringify(b))),
    ));
});

describe('coverageOf', () => {
  const own = (words: OwnWords['words'], source: object = values): OwnWords =>
    withSources(words, null, { revision: 'r', value: source }, []);
  const all = { title: 'Ymuno', 'fields.standfirst': 'O £3.', 'fields.body': textOfParagraphs('Esgidiau.') };
  const cells = (build: (world: SmallWorld) => void, now = 5) => {
    const world = new SmallWorld().page('front', null).page('join', 'front', values);
    build(world);
    const value = world.ledger.revisionsOf('join')[0]!.value;
    return coverageOf(world.ledger, 'join', page, value, ['en-GB', 'cy', 'de'], now, shippedTypes).map(
      ({ state, own: written, of, behind, isWaiting }) =>
        `${state} ${written}/${of}${behind ? ` ${behind} behind` : ''}${isWaiting ? ' waits' : ''}`,
    );
  };
  const rows: readonly (readonly [what: string, build: (world: SmallWorld) => void, cell: string])[] = [
    ['nothing written', () => undefined, 'follows 0/3'],
    ['all of it', world => world.add('page', 'join', own(all), { locale: 'cy' }), 'own 3/3'],
    ['an address alone', world => world.add('page', 'join', own({ segment: 'ymuno' }), { locale: 'cy' }), 'follows 0/3'],
    ['some of it', world => world.add('page', 'join', own({ title: 'Ymuno' }), { locale: 'cy' }), 'part 1/3'],
    [
      'words that are behind',
      world => world.add('page', 'join', own(all, { ...values, title: 'Enlist' }), { locale: 'cy' }),
      'own 3/3 1 behind',
    ],
    ['left out', world => world.add('page', 'join', null, { locale: 'cy', revisionId: null }), 'out 0/3'],
    ['words to come', world => world.add('page', 'join', own(all), { locale: 'cy', from: 9 }), 'follows 0/3 waits'],
    ['words that are over', world => world.add('page', 'join', own(all), { locale: 'cy', until: 3 }), 'follows 0/3'],
    [
      'words that were the last of it',
      world => world.add('page', 'join', own(all), { locale: 'cy', until: 3, afterwards: 'nothing' }),
      'out 0/3',
    ],
  ];
  for (const [what, build, cell] of rows)
    it(`is “${cell}” with ${what}`, () => expect(cells(build)).toEqual(['base 0/0', cell, 'follows 0/3']));
});
