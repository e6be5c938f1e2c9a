import fc from 'fast-check';
import type { PageLink } from '../blocks/page-link';
import { LinkOpener } from '../render/closed-links';
import { anyone, type ReaderFacts } from '../rule/who';
import { smallTheme, SmallWorld } from '../testing/small-world';
import { takeSnapshot } from '../site/snapshot';
import { fromLevel, linksOfMenu, toLevels } from './links';
import {
  draggedRow,
  entriesOf,
  menuBounds,
  movedRow,
  outlineOf,
  shiftedRow,
  withoutRow,
  type MenuEntry,
  type MenuTarget,
  type OutlineRow,
} from './menu';

const row = (id: string, level: number): OutlineRow => ({
  id,
  level,
  target: { to: 'heading' },
  words: id,
  who: {},
  when: {},
  currentOn: null,
});
const rows = (text: string) => text.split(' ').map(each => row(each.replace(/-/g, ''), each.lastIndexOf('-') + 1));
const written = (list: readonly OutlineRow[]) => list.map(each => '-'.repeat(each.level) + each.id).join(' ');
const sound = fc
  .array(fc.nat(menuBounds.depth - 1), { minLength: 1, maxLength: 12 })
  .map(levels => outlineOf(entriesOf(levels.map((level, at) => row(`r${at}`, level)))));

describe('an outline', () => {
  it('becomes the same entries again, whatever its rows', () => {
    fc.assert(fc.property(sound, list => written(outlineOf(entriesOf(list))) === written(list)));
    expect(written(outlineOf(entriesOf(rows('---a -b ----c d'))))).toBe('a -b --c d');
  });

  for (const [what, before, act, after] of [
    ['up with all beneath it', 'a -b c -d --e f', (list: readonly OutlineRow[]) => movedRow(list, 2, -1), 'c -d --e a -b f'],
    ['down past all beneath the next', 'a -b c -d f', (list: readonly OutlineRow[]) => movedRow(list, 0, 1), 'c -d a -b f'],
    ['not out of its branch', 'a -b -c d', (list: readonly OutlineRow[]) => movedRow(list, 2, 1), 'a -b -c d'],
    ['deeper, beneath the one above', 'a b -c', (list: readonly OutlineRow[]) => shiftedRow(list, 1, 1), 'a -b --c'],
    ['not deeper than one beneath the one above', 'a -b', (list: readonly OutlineRow[]) => shiftedRow(list, 1, 1), 'a -b'],
    ['less deep with all beneath it', 'a -b --c', (list: readonly OutlineRow[]) => shiftedRow(list, 1, -1), 'a b -c'],
    ['by dragging, as deep as there is room', 'a -b --c d', (list: readonly OutlineRow[]) => draggedRow(list, 2, 0), 'c a -b d'],
    ['by dragging, not into itself', 'a -b c', (list: readonly OutlineRow[]) => draggedRow(list, 0, 2), 'a -b c'],
    ['away, with all beneath it', 'a -b --c d', (list: readonly OutlineRow[]) => withoutRow(list, 1), 'a d'],
  ] as const)
    it(`moves a row ${what}`, () => expect(written(act(rows(before)))).toBe(after));

  it('keeps every row, in a sound order, through any move', () => {
    const act = fc.tuple(fc.nat(11), fc.nat(12), fc.constantFrom('up', 'down', 'in', 'out', 'drag'));
    fc.assert(
      fc.property(sound, fc.array(act, { maxLength: 8 }), (list, acts) => {
        let now = list;
        for (const [at, to, name] of acts) {
          const index = at % now.length;
          now =
            name === 'drag'
              ? draggedRow(now, index, to % (now.length + 1))
              : name === 'up' || name === 'down'
                ? movedRow(now, index, name === 'up' ? -1 : 1)
                : shiftedRow(now, index, name === 'in' ? 1 : -1);
        }
        return (
          written(outlineOf(entriesOf(now))) === written(now) &&
          now
            .map(each => each.id)
            .sort()
            .join() ===
            list
              .map(each => each.id)
              .sort()
              .join()
        );
      }),
    );
  });

  it('moves back by the opposite move', () => {
    fc.assert(
      fc.property(sound, fc.nat(11), (list, at) => {
        const index = at % list.length;
        const moved = movedRow(list, index, 1);
        return (
          moved === list ||
          written(
            movedRow(
              moved,
              moved.findIndex(each => each.id === list[index]!.id),
              -1,
            ),
          ) === written(list)
        );
      }),
    );
  });
});

describe('linksOfMenu', () => {
  const world = new SmallWorld()
    .page('front', null)
    .page('visit', 'front')
    .page('hides', 'visit')
    .page('secret', 'visit', { readers: { all: [{ test: 'signed in' }] } })
    .page('about', 'front');
  const entry = (target: MenuTarget, part: Partial<MenuEntry> = {}): MenuEntry => ({
    id: 'e',
    target,
    words: '',
    who: {},
    when: {},
    currentOn: null,
    entries: [],
    ...part,
  });
  const page = (id: string, beneath = 0, part: Partial<MenuEntry> = {}) => entry({ to: 'page', page: id, beneath }, part);
  const read = (entries: readonly MenuEntry[], on = 'front', reader: ReaderFacts = anyone, moment = 1_000, levels = 9) => {
    const snapshot = takeSnapshot(world.ledger, { moment, now: moment, manifest: smallTheme });
    return linksOfMenu(
      { version: 1, title: 'x', entries },
      { snapshot, page: snapshot.pageById.get(on)!, reader, opener: new LinkOpener(snapshot, { reader, siteAddress: '' }) },
      levels,
    );
  };
  const outline = (links: readonly PageLink[], level = 0): string =>
    links
      .map(
        each =>
          `${'-'.repeat(level)}${each.title}${each.isCurrent ? '*' : each.holdsCurrent ? '+' : ''}${each.children.length > 0 ? ` ${outline(each.children, level + 1)}` : ''}`,
      )
      .join(' ');
  const member: ReaderFacts = { signedIn: true, roles: [], memberships: [] };

  it('shows pages with what lies beneath them, and never one that the reader may not read', () => {
    const entries = [page('visit', 1), page('secret'), page('gone')];
    expect([outline(read(entries).links), outline(read(entries, 'front', member).links)]).toEqual([
      'visit -hides',
      'visit -hides -secret secret',
    ]);
    expect(read(entries).dependsOn).toContain('signed in');
  });

  it('marks the current entry and the branch that holds it, or the one that a rule says', () => {
    expect(outline(read([page('visit', 1), page('about')], 'hides').links)).toBe('visit+ -hides* about');
    expect(outline(read([page('front'), page('about')], 'hides').links)).toBe('front about');
    const byRule = page('about', 0, { currentOn: { any: [{ test: 'within', page: 'visit' }] } });
    expect([outline(read([byRule], 'hides').links), outline(read([byRule], 'about').links)]).toEqual(['about*', 'about']);
  });

  it('leaves an entry, and all beneath it, out of a language', () => {
    const entries = [page('visit', 1, { notIn: ['en-GB'] }), page('about', 0, { notIn: ['cy'] })];
    expect(outline(read(entries).links)).toBe('about');
  });

  it('shows entries to whom and when their rule says, and says until when', () => {
    const until = { local: '1970-01-01T00:30', zone: 'UTC' };
    const timed = page('about', 0, { when: { all: [{ test: 'window', from: null, until }] } });
    expect([outline(read([timed]).links), read([timed]).validUntil, outline(read([timed], 'front', anyone, 1_800_000).links)]).toEqual([
      'about',
      1_800_000,
      '',
    ]);
    const forStaff = page('about', 0, { who: { any: [{ test: 'role', role: 'editor' }] } });
    expect([outline(read([forStaff]).links), read([forStaff]).dependsOn]).toEqual(['', jasmine.arrayContaining(['role editor'])]);
  });

  it('puts words above other entries, and leaves them out above none', () => {
    const heading = (entries: readonly MenuEntry[]) => entry({ to: 'heading' }, { words: 'More', entries });
    expect([outline(read([heading([page('about')])]).links), outline(read([heading([page('secret')])]).links)]).toEqual([
      'More -about',
      '',
    ]);
  });

  it('says of each link the same however few levels are shown', () => {
    const entries = [page('front', 2), page('visit', 2, { entries: [page('about', 1)] }), page('about')];
    for (const on of ['front', 'visit', 'hides', 'about'])
      for (const levels of [1, 2, 3]) {
        const shown = (held: readonly PageLink[]) => toLevels(held, levels, true);
        expect(shown(read(entries, on, member, 1_000, levels).links))
          .withContext(`${on} ${levels}`)
          .toEqual(shown(read(entries, on, member).links));
      }
  });

  it('shows a part of it from level to level', () => {
    const { links } = read([page('visit', 1), page('about', 0, { entries: [page('front')] })], 'hides');
    expect([
      outline(fromLevel(links, 2)),
      outline(toLevels(links, 1, true)),
      outline(toLevels(links, 2, false)),
      outline(toLevels(links, 2, true)),
    ]).toEqual(['hides*', 'visit+ about', 'visit+ -hides* about', 'visit+ -hides* about -front']);
  });
});
