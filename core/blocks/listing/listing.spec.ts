import type { FieldOpener, FieldValues } from '../../fields/field';
import { openFields } from '../../fields/index';
import type { OpenFile } from '../../file/open-file';
import type { CardModel } from '../../listing/card';
import { plainPart, storedParts, type PartWish } from '../../listing/parts';
import { blockParameter } from '../../listing/results';
import { registryOf, shippedTypes } from '../../registry/registry';
import { blockContext } from '../../testing/block-context';
import { SmallWorld } from '../../testing/small-world';
import { upgraded } from '../../versions/upgrade';
import { listing, type GroupModel, type TableColumn } from './type';

const day = 86_400_000;
const start = Date.parse('2027-03-18T09:40Z');
const at = (days: number) => ({ local: `${new Date(start + days * day).toISOString().slice(0, 10)}T10:00`, zone: 'UTC' });
const boat = {
  ...shippedTypes.pageTypes.get('page')!,
  name: 'boat',
  fields: [
    ...shippedTypes.pageTypes.get('page')!.fields,
    { name: 'length', label: 'Length', help: '', kind: 'number', least: 0, most: 99 },
    { name: 'sail', label: 'Sail', help: '', kind: 'picture' },
  ],
};
const { pageTypes } = registryOf({ blockTypes: [], pageTypes: [...shippedTypes.pageTypes.values(), boat] });
const world = new SmallWorld()
  .page('front', null)
  .page('tern', 'front', {
    order: 'a0',
    type: 'species',
    fields: { topics: ['birds', 'shore'], authors: ['Rhun', 'Ailsa'], picture: 'p', isFeatured: true },
  }) // prettier-ignore
  .page('seal', 'front', {
    order: 'a1',
    type: 'species',
    fields: { topics: ['shore'], authors: ['Ailsa'], standfirst: 'One two three four' },
  })
  .page('walk', 'front', { order: 'a2', type: 'event', fields: { takesPlace: at(-7), repeats: { rule: 'FREQ=WEEKLY', without: [] } } })
  .page('wake', 'front', {
    order: 'a3',
    type: 'boat',
    fields: { length: 9, sail: 's', picture: 'p', pictureText: 'A hull', takesPlace: at(40) },
  })
  .page('gull', 'front', { order: 'a4', type: 'boat', fields: { length: 12 } });
const opener: FieldOpener = { link: () => '/', file: id => (id === 'p' || id === 's' ? ({ id } as OpenFile) : null), text: () => [] };
const blockId = '0190a3c4-0000-7000-8000-00000000abcd';

function shown(fields: FieldValues, query: Readonly<Record<string, string>> = {}, moment = start) {
  const part = listing.model!(
    blockContext(listing, { most: 0, ...fields }, world.at(moment), opener, {
      blockId,
      style: { zone: 'UTC', locale: 'en-GB', now: moment },
      query,
      pageTypes,
      reads: id => (id === 'seal' ? 1_200 : 3),
    }),
  );
  const data = part.data as { groups: readonly GroupModel[]; columns: readonly TableColumn[]; results: readonly { path: string }[] };
  return { ...data, validUntil: part.validUntil, queryTests: part.queryTests };
}
const parts = (...wishes: readonly (PartWish | PartWish['part'])[]) =>
  storedParts(wishes.map(each => (typeof each === 'string' ? plainPart(each) : each)), ''); // prettier-ignore
const titles = (fields: FieldValues) =>
  shown(fields).groups.flatMap(({ heading, count, cards }) => [...(heading ? [`${heading} ${count}`] : []), ...cards.map(each => each.title)]); // prettier-ignore
const saidBy = ({ runs }: CardModel) =>
  runs.map(run => (run.isPicture ? `picture ${run.crop}` : run.parts.map(each => `${each.label}${each.text}${each.topics.join('+')}`).join(' | '))); // prettier-ignore

describe('a listing', () => {
  it('shows of each page what was chosen, in that order, and leaves out what it has not', () => {
    const chosen = [plainPart('standfirst', { words: 2 }), plainPart('picture', { crop: 'tall' }), plainPart('title', { heading: '3' }), plainPart('authors', { label: 'By ' }), plainPart('reads'), plainPart('field', { field: 'length', label: 'Metres ' })]; // prettier-ignore
    const cards = shown({ parts: parts(...chosen) }).groups[0]!.cards;
    expect(cards.map(saidBy)).toEqual([
      ['picture tall', 'tern | By Rhun, Ailsa | 3'],
      ['One two…', 'picture tall', 'seal | By Ailsa | 1,200'],
      ['picture tall', 'walk | 3'],
      ['picture tall', 'wake | 3 | Metres 9'],
      ['picture tall', 'gull | 3 | Metres 12'],
    ]);
    const usual = shown({ shownAs: 'titles' }).groups[0]!.cards.map(saidBy);
    expect(usual[2]).toEqual(['walk | Thu 18 March, 10:00']);
  });

  it('shows the picture of a field that is named, with the picture’s own words, and else the one that every page can have', () => {
    const pictures = (field: string, types: readonly string[]) =>
      shown({ parts: parts(plainPart('picture', { field })), types })
        .groups.flatMap(group => group.cards.flatMap(card => card.runs))
        .map(run => run.isPicture && [run.picture?.id ?? null, run.words]);
    expect(pictures('sail', ['boat'])).toEqual([['s', ''], [null, '']]); // prettier-ignore
    expect(pictures('', ['boat'])).toEqual([['p', 'A hull'], [null, '']]); // prettier-ignore
    // Of pages of another type nothing is shown, and nothing of a field that holds no picture.
    expect([pictures('sail', ['species']), pictures('length', ['boat'])]).toEqual([[[null, ''], [null, '']], [[null, ''], [null, '']]]); // prettier-ignore
  });

  it('says when what comes again is on next, for as long as that holds', () => {
    const when = (moment: number) => {
      const { groups, validUntil } = shown({ parts: parts(plainPart('date', { dates: 'figures' })), types: ['event'] }, {}, moment);
      return [saidBy(groups[0]!.cards[0]!)[0], new Date(validUntil!).toISOString()];
    };
    expect(when(start)).toEqual(['18/03/2027', '2027-03-18T10:00:00.000Z']);
    expect(when(start + day)).toEqual(['25/03/2027', '2027-03-25T10:00:00.000Z']);
    const ahead = (time: string) => titles({ time, shownAs: 'titles' });
    expect([ahead('to come'), ahead('past')]).toEqual([['walk', 'wake'], ['walk']]);
  });

  const rows: readonly (readonly [what: string, fields: FieldValues, titles: readonly string[]])[] = [
    ['by who wrote it', { authors: ['Rhun'] }, ['tern']],
    ['not by somebody', { withoutAuthors: ['Rhun'], types: ['species'] }, ['seal']],
    ['what is featured', { featured: 'only' }, ['tern']],
    ['what is not', { featured: 'without', withoutTypes: ['boat', 'event'] }, ['seal']],
    ['by words, however written', { words: 'nothing, THREE four' }, ['seal']],
    ['dated within bounds', { since: at(0), before: at(30) }, ['walk']],
    ['in order of a field, what lacks it last', { order: 'field', orderField: 'length', turned: true }, ['gull', 'wake', 'seal', 'tern', 'walk']],
    ['in order of who wrote it', { order: 'author', types: ['species'] }, ['seal', 'tern']],
    ['turned round', { order: 'title', turned: true }, ['walk', 'wake', 'tern', 'seal', 'gull']],
    ['under each topic, up', { grouped: 'topic', groupOrder: 'up' }, ['birds 1', 'tern', 'shore 2', 'tern', 'seal', 'walk', 'wake', 'gull']],
    ['under each name, down', { grouped: 'author', groupOrder: 'down', types: ['species'] }, ['Rhun 1', 'tern', 'Ailsa 2', 'tern', 'seal']],
    ['by month, short', { grouped: 'month', groupDates: 'shortMonth', groupOrder: 'up', since: at(0) }, ['Mar 2027 1', 'walk', 'Apr 2027 1', 'wake']], // prettier-ignore
  ]; // prettier-ignore
  for (const [what, fields, expected] of rows) it(`takes and orders ${what}`, () => expect(titles({ shownAs: 'titles', ...fields })).toEqual(expected)); // prettier-ignore

  it('counts groups over all pages of results', () => {
    const name = blockParameter('list', blockId);
    const { groups } = shown({ grouped: 'type', perPage: 1, types: ['species'], shownAs: 'titles' }, { [name]: '2' });
    expect(groups.map(each => [each.heading, each.count, each.cards.map(card => card.title).join()])).toEqual([['Species', 2, 'seal']]);
  });

  it('is sorted by its columns at addresses of their own, both ways, over all pages of results', () => {
    const table = { shownAs: 'table', isSortable: true, parts: parts('title', 'picture', 'reads'), perPage: 3 };
    const name = blockParameter('sort', blockId);
    const firsts = (query: Readonly<Record<string, string>>) => shown(table, query).groups[0]!.rows.map(each => each.path);
    expect(firsts({})).toEqual(['/tern', '/seal', '/walk']);
    expect(firsts({ [name]: '-3' })).toEqual(['/seal', '/gull', '/tern']);
    expect(firsts({ [name]: '1' })).toEqual(['/gull', '/seal', '/tern']);
    for (const none of ['2', '9', '-0', 'x']) expect(firsts({ [name]: none })).withContext(none).toEqual(firsts({})); // prettier-ignore
    const sorted = shown(table, { [name]: '1' });
    expect(sorted.columns.map(each => [each.sorted, each.sortAddress])).toEqual([['ascending', `/?${name}=-1`], ['', ''], ['', `/?${name}=3`]]); // prettier-ignore
    expect(sorted.results.map(each => each.path)).toEqual([`/?${name}=1`, `/?${name}=1&${blockParameter('list', blockId)}=2`]);
    expect(sorted.queryTests!.map(each => each.value)).toEqual(['2', '1', '-1', '3', '-3']);
    expect(shown({ ...table, isSortable: false }, { [name]: '1' }).groups[0]!.rows[0]!.path).toBe('/tern');
  });

  it('keeps what older versions showed', () => {
    const older = { typeVersion: 4, fields: { beneath: '', type: 'news', shownAs: 'list', showsDate: false, showsStandfirst: true, standfirstWords: 20, showsTopics: true } }; // prettier-ignore
    const { fields } = upgraded('listing', 'typeVersion', listing.version, listing.upgrades!, older) as { readonly fields?: FieldValues };
    const opened = openFields(listing.fields, fields!, opener);
    expect(fields!['types']).toEqual(['news']);
    expect((opened['parts'] as PartWish[]).map(each => [each.part, each.words])).toEqual([['title', 0], ['standfirst', 20], ['topics', 0]]); // prettier-ignore
    expect(Object.keys(fields!).sort()).toEqual(listing.fields.map(each => each.name).sort());
  });
});
