import type { FieldOpener, FieldValues } from '../fields/field';
import { anyone, type ReaderFacts } from '../rule/who';
import { registryOf, shippedTypes } from '../registry/registry';
import type { OpenFile } from '../file/open-file';
import { blockContext } from '../testing/block-context';
import { SmallWorld } from '../testing/small-world';
import type { BlockContext, BlockPart } from './block-type';
import { calendar } from './calendar/type';
import { columns } from './columns/type';
import { outsidePage } from './outside-page/type';

const day = 86_400_000;
const start = Date.parse('2027-03-18T09:40Z');
const at = (days: number, hour = '10:00') => ({
  local: `${new Date(start + days * day).toISOString().slice(0, 10)}T${hour}`,
  zone: 'Europe/London',
});
const members = { any: [{ test: 'membership' as const, membership: 'member' }] };
const file = (folder: string, width: number | null = 800) => ({ title: folder, folder, content: { width, height: width, hash: 'h', mediaType: 'image/png' }, readers: null }); // prettier-ignore
const world = new SmallWorld()
  .page('front', null)
  .page('walk', 'front', { type: 'event', fields: { takesPlace: at(3, '18:30'), topics: ['birds'] } })
  .page('count', 'front', { type: 'event', fields: { takesPlace: at(40) } })
  .page('past', 'front', { type: 'event', fields: { takesPlace: at(-5) } })
  .page('roost', 'front', { type: 'event', readers: members, fields: { takesPlace: at(4) } })
  .add('file', 'a', file('Drawings/Reserves'))
  .add('file', 'b', file('Drawings'))
  .add('file', 'c', file('Sponsors'))
  .add('file', 'd', file('Drawings', null));
const opener: FieldOpener = { link: () => '/', file: id => ({ id }) as OpenFile, text: () => [] };

function partOf(type: string, fields: FieldValues, given: Partial<BlockContext> = {}, moment = start): BlockPart {
  const declared = shippedTypes.blockTypes.get(type)!;
  return declared.model!(blockContext(declared, fields, world.at(moment), opener, given));
}

/** The days of the month that a calendar shows. */
function shownIn<Entry = object>(part: BlockPart) {
  interface Day {
    readonly date: string;
    readonly kind: string;
    readonly further: number;
    readonly entries: readonly (Entry & { readonly goesOn: boolean })[];
  }
  return (part.data!['shown'] as { readonly weeks: readonly (readonly Day[])[] }).weeks.flat();
}

const member: ReaderFacts = { signedIn: true, roles: [], memberships: ['member'] };

describe('blocks that make something of the site', () => {
  it('calendar: in order what is to come, for whoever may read it, until the next begins', () => {
    const titles = (part: BlockPart) => (part.data!['entries'] as { title: string }[]).map(each => each.title);
    const agenda = partOf('calendar', { shownAs: 'agenda' });
    expect(titles(agenda)).toEqual(['walk', 'count']);
    expect(agenda.validUntil).toBe(Date.parse('2027-03-21T18:30Z'));
    expect(titles(partOf('calendar', { shownAs: 'agenda' }, { reader: member }))).toEqual(['walk', 'roost', 'count']);
    expect(titles(partOf('calendar', { shownAs: 'agenda', topics: ['birds'] }))).toEqual(['walk']);
    expect(titles(partOf('calendar', { shownAs: 'agenda', most: 1 }))).toEqual(['walk']);
  });

  it('calendar: a month at an address of its own, and only within reach', () => {
    const month = (query: Readonly<Record<string, string>> = {}) => partOf('calendar', { shownAs: 'month' }, { query });
    const name = 'month-0000abcd';
    const { data, queryTests, validUntil } = month();
    expect([data!['month'], (data!['before'] as { path: string }).path]).toEqual(['March 2027', `/?${name}=2027-02`]);
    expect(validUntil).toBe(Date.parse('2027-03-19T00:00Z'));
    expect(queryTests!.length).toBe(36);
    expect(month({ [name]: '2027-04' }).data!['month']).toBe('April 2027');
    for (const beyond of ['2040-01', '2027-13', 'x', ''])
      expect(month({ [name]: beyond }).data!['month'])
        .withContext(beyond)
        .toBe('March 2027');
    const entries = (part: BlockPart) => shownIn<{ title: string; time: string }>(part).flatMap(each => each.entries);
    expect(entries(month()).map(each => [each.title, each.time])).toEqual([
      ['past', '10:00'],
      ['walk', '18:30'],
    ]);
    expect(month({ [name]: '2027-02' }).data!['shown']).toEqual(jasmine.objectContaining({ isEmpty: true }));
    expect(calendar.description).not.toBe('');
  });

  it('calendar: makes a month once for all who see the same of it, and shows nobody what another may read', () => {
    const snapshot = world.at(start);
    const shown = (reader: ReaderFacts, moment = start, style = {}) => {
      const given = blockContext(calendar, { shownAs: 'month' }, { ...snapshot, moment }, opener, { reader });
      return calendar.model!({ ...given, style: { ...given.style, now: moment, ...style } });
    };
    const titles = (part: BlockPart) => shownIn<{ title: string }>(part).flatMap(each => each.entries.map(({ title }) => title));
    const [ours, theirs] = [shown(member), shown(anyone)];
    expect([titles(ours), titles(theirs)]).toEqual([
      ['past', 'walk', 'roost'],
      ['past', 'walk'],
    ]);
    expect(shown(member, start + 1).data!['shown']).toBe(ours.data!['shown']);
    const today = (part: BlockPart) => shownIn(part).find(each => each.kind.includes('today'))?.date;
    expect([today(ours), today(shown(member, start + day)), today(shown(member, start + day / 3, { zone: 'Pacific/Kiritimati' }))]).toEqual(
      ['2027-03-18', '2027-03-19', '2027-03-19'],
    );
  });

  it('calendar: what lasts for days stands on each of them, and what goes on past midnight on its evening', () => {
    const event = (takesPlace: object, takesPlaceUntil: object, more: object = {}) =>
      ({ type: 'event', fields: { takesPlace, takesPlaceUntil, ...more } }) as const;
    const lasting = new SmallWorld()
      .page('front', null)
      .page('camp', 'front', event(at(-20), at(-15)))
      .page('dance', 'front', event(at(2, '22:00'), at(3, '02:00')))
      .page('watch', 'front', event(at(8), at(9), { repeats: { rule: 'FREQ=DAILY;COUNT=3', without: [], moved: [] } }));
    const weeks = blockContext(calendar, { shownAs: 'month' }, lasting.at(start), opener, {});
    const days = shownIn<{ title: string }>(calendar.model!(weeks));
    const told = days.flatMap(({ date, entries }) => entries.map(each => `${date.slice(8)} ${each.title}${each.goesOn ? ' on' : ''}`));
    expect(told).toEqual(['01 camp on', '02 camp on', '03 camp on', '20 dance', '26 watch', '27 watch', '28 watch', '29 watch on']);
  });

  it('calendar: names no more of one day than there is room for, and counts the rest', () => {
    const many = new SmallWorld().page('front', null);
    for (let index = 0; index < 3_000; index += 1)
      many.page(`e${index}`, 'front', { type: 'event', fields: { takesPlace: at(-30), takesPlaceUntil: at(60) } });
    const part = calendar.model!(blockContext(calendar, { shownAs: 'month' }, many.at(start), opener, {}));
    const days = shownIn(part).filter(each => each.kind !== 'beside free');
    expect(days.length).toBe(31);
    expect(days.every(each => each.entries.length === 20 && each.further === 2_980)).toBeTrue();
  });

  it('figures: counted as whoever reads may see them, until the next event begins', () => {
    const of = (figure: string, given: Partial<BlockContext> = {}) => {
      const part = partOf('figures', { figures: [{ id: 'a', fields: { figure, label: 'x' } }] }, given);
      return [(part.data!['figures'] as { count: string }[])[0]!.count, part.validUntil] as const;
    };
    const next = Date.parse('2027-03-21T18:30Z');
    expect(of('pages')).toEqual(['4', next]);
    expect(of('pages', { reader: member })[0]).toBe('5');
    expect(of('pages of the type event')[0]).toBe('3');
    expect(of('to come')[0]).toBe('2');
    expect(of('topics')[0]).toBe('1');
    expect(of('pictures')[0]).toBe('3');
  });

  it('random picture: one of the folder and those within it, another after a while, the same for all', () => {
    const shown = (moment: number) =>
      (partOf('random picture', { folder: 'Drawings/', minutes: 60 }, {}, moment).data!['picture'] as OpenFile).id;
    const seen = Array.from({ length: 60 }, (_, turn) => shown(start + turn * 3_600_000));
    expect([...new Set(seen)].sort()).toEqual(['a', 'b']);
    expect(shown(start)).toBe(shown(start + 60_000));
    const part = partOf('random picture', { folder: 'Drawings/Reserves', minutes: 60 });
    expect([(part.data!['picture'] as OpenFile).id, part.validUntil]).toEqual(['a', undefined]);
    expect(partOf('random picture', { folder: 'Nowhere' }).data!['picture']).toBeNull();
  });

  it('foot line: the present year in the zone of the site, until it ends', () => {
    const line = (moment: number, since = 0) => partOf('foot line', { text: '© {year} Us', since }, {}, moment).data!['line'];
    expect([line(start), line(start, 1974), line(start, 2027)]).toEqual(['© 2027 Us', '© 1974–2027 Us', '© 2027 Us']);
    // New Year in London is midnight in UTC.
    expect([line(Date.parse('2027-12-31T23:59Z')), line(Date.parse('2028-01-01T00:00Z'))]).toEqual(['© 2027 Us', '© 2028 Us']);
    expect(partOf('foot line', { text: 'x' }).validUntil).toBe(Date.parse('2028-01-01T00:00Z'));
  });

  it('card and sign in: nothing of a page that is not for whoever reads, and back to where they were', () => {
    const card = (page: string, reader = anyone) => partOf('card', { page }, { reader }).data!['card'] as { title: string } | null;
    expect([card('walk')?.title, card('roost'), card('roost', member)?.title, card('gone')]).toEqual(['walk', null, 'roost', null]);
    expect(partOf('sign in', {}).data).toEqual({ isIn: false, to: '%2F', out: '%2F' });
    expect(partOf('sign in', { to: 'walk' }, { reader: member }).data).toEqual({ isIn: true, to: '%2Fwalk', out: '%2F' });
    expect(partOf('sign in', {}).dependsOn).toEqual(['signed in']);
  });

  it('outside page: over https, from the list, and from nowhere that only looks like it', () => {
    const faults = (address: string) => outsidePage.faults!({ address }, { framedHosts: ['maps.example'] }).map(each => each.pointer);
    expect(faults('https://maps.example/x?y#z')).toEqual([]);
    for (const bad of [
      '',
      'maps.example',
      'http://maps.example/',
      'https://maps.example:444/',
      'https://a@maps.example/',
      'https://maps.example.evil.example/',
      'https://evil.example/maps.example',
      'data:text/html,x',
    ])
      expect(faults(bad)).withContext(bad).toEqual(['/address']);
    expect(partOf('outside page', { address: 'javascript:1' }).data).toEqual({});
  });

  it('columns are texts, so that what they hold is bounded as in any text', () => {
    const [list] = registryOf({ blockTypes: [columns], pageTypes: [] }).blockTypes.get('columns')!.fields;
    expect([list!.kind, (list as unknown as { fields: { kind: string }[] }).fields.map(each => each.kind)]).toEqual([
      'list',
      ['choice', 'rich text'],
    ]);
  });
});
