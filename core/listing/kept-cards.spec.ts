import * as fc from 'fast-check';
import { calendar } from '../blocks/calendar/type';
import { LinkOpener } from '../render/closed-links';
import { anyone, type ReaderFacts } from '../rule/who';
import { blockContext } from '../testing/block-context';
import { SmallWorld } from '../testing/small-world';
import { newCardOf } from './card';
import { cardsOf } from './kept-cards';
import { plainPart, type PartWish } from './parts';

const start = Date.parse('2027-12-30T09:40Z');
const at = (local: string) => ({ local, zone: 'Europe/London' });
const picture = (readers: object | null) => ({
  title: 'p',
  folder: '',
  content: { width: 800, height: 600, hash: 'h', mediaType: 'image/png', size: 1 },
  readers,
});
const members = { any: [{ test: 'membership' as const, membership: 'member' }] };
const world = new SmallWorld()
  .page('front', null)
  .page('walk', 'front', { type: 'event', fields: { takesPlace: at('2028-01-02T18:30'), topics: ['birds'], picture: 'open' } })
  .page('weekly', 'front', {
    type: 'event',
    fields: { takesPlace: at('2027-12-01T10:00'), repeats: { rule: 'FREQ=WEEKLY', without: [], moved: [] }, picture: 'closed' },
  })
  .add('file', 'open', picture(null))
  .add('file', 'closed', picture(members));
const snapshot = world.at(start);
const words = {};
const readers: readonly ReaderFacts[] = [anyone, { signedIn: true, roles: [], memberships: ['member'] }];

const wish = fc
  .constantFrom<PartWish['part']>('picture', 'title', 'date', 'standfirst', 'topics', 'reads', 'published', 'changed', 'section', 'field')
  .chain(part =>
    fc
      .record({ dates: fc.constantFrom<PartWish['dates']>('full', 'day', 'figures'), isSmall: fc.boolean() })
      .map(of => plainPart(part, of)),
  );

describe('cards that are kept', () => {
  it('say the same as cards made anew, for whomever and whenever', () => {
    fc.assert(
      fc.property(
        fc.array(wish, { minLength: 1, maxLength: 4 }),
        fc.record({
          page: fc.constantFrom('front', 'walk', 'weekly'),
          reader: fc.constantFrom(...readers),
          ahead: fc.constantFrom(0, 1, 3, 8, 400),
          zone: fc.constantFrom('Europe/London', 'Pacific/Kiritimati'),
          reads: fc.nat(2_000),
          isLarge: fc.boolean(),
        }),
        (wishes, { page, reader, ahead, zone, reads, isLarge }) => {
          const moment = start + ahead * 86_400_000;
          const opener = new LinkOpener(snapshot, { reader, siteAddress: '' });
          const given = { reader, style: { zone, locale: 'en-GB', now: moment }, reads: () => reads, words };
          const context = blockContext(calendar, {}, { ...snapshot, moment }, opener, given);
          const [node, manner] = [snapshot.pageById.get(page)!, { isLarge, isAsTypeSays: false }];
          expect(cardsOf(wishes, context)(node, manner)).toEqual(newCardOf(node, wishes, manner, context));
        },
      ),
    );
  });

  it('are one object for all who see the same', () => {
    const made = (reader: ReaderFacts, page: string) => {
      const opener = new LinkOpener(snapshot, { reader, siteAddress: '' });
      const context = blockContext(calendar, {}, snapshot, opener, { reader, words });
      return cardsOf([plainPart('picture'), plainPart('title')], context)(snapshot.pageById.get(page)!, {
        isLarge: false,
        isAsTypeSays: true,
      });
    };
    expect(made(readers[0]!, 'walk')).toBe(made(readers[1]!, 'walk'));
    expect(made(readers[0]!, 'weekly')).not.toEqual(made(readers[1]!, 'weekly'));
  });
});
