import { planWithin } from '../plan/site-plan';
import { smallTheme, SmallWorld, textHolding } from '../testing/small-world';
import { checkExpectation } from './check';
import type { ExpectationValue } from './expectation';

const minute = 60_000;
const expecting = (part: Partial<ExpectationValue>): ExpectationValue => ({
  version: 1,
  subject: { kind: 'blocks', blockIds: ['words'] },
  claim: 'shows',
  count: 1,
  where: {},
  who: {},
  when: {},
  reason: '',
  ...part,
});
const member = { any: [{ test: 'membership', membership: 'member' }] } as const;
const world = () =>
  new SmallWorld()
    .page('front', null)
    .page('visit', 'front')
    .page('secret', 'front', { readers: member })
    .block('words')
    .block('notice', { type: 'notice' })
    .block('holder', { fields: { body: textHolding('words') } });
const within = (page: string) => ({ any: [{ test: 'within', page }] }) as const;

/** Breaches as "from–until pages reader blocks", times in minutes. */
function breaches(of: SmallWorld, expectation: ExpectationValue): readonly string[] {
  const plan = planWithin(of.ledger, { from: 0, until: 10 * minute }, { locale: 'en-GB', manifest: smallTheme, services: [] });
  return checkExpectation(expectation, plan).breaches.map(
    each =>
      `${each.from / minute}–${each.until === null ? '' : each.until / minute} ${each.pages.map(page => page.id).join()} ${each.reader.signedIn ? 'signed in' : 'anyone'}`,
  );
}

describe('checkExpectation', () => {
  const rows: readonly (readonly [title: string, world: SmallWorld, expectation: ExpectationValue, breaches: readonly string[]])[] = [
    ['is kept where it shows', world().placement('p'), expecting({}), []],
    ['is broken where it does not', world().placement('p', {}, { where: within('visit') }), expecting({}), ['0– front,secret anyone']],
    ['speaks of its pages only', world().placement('p', {}, { where: within('visit') }), expecting({ where: within('visit') }), []],
    [
      'minds pages that not everybody may read',
      world().placement(
        'p',
        {},
        {
          where: {
            any: [
              { test: 'page', page: 'front' },
              { test: 'page', page: 'visit' },
            ],
          },
        },
      ),
      expecting({}),
      ['0– secret signed in'],
    ],
    [
      'minds the readers of a placement',
      world().placement('p', {}, { who: member }),
      expecting({ where: within('visit') }),
      ['0– visit anyone'],
    ],
    ['asks of its readers only', world().placement('p', {}, { who: member }), expecting({ where: within('visit'), who: member }), []],
    [
      'sees a gap in time',
      world()
        .placement('p', {}, {}, { from: 0, until: 2 * minute, afterwards: 'nothing' })
        .placement('q', {}, {}, { from: 5 * minute }),
      expecting({ where: within('visit') }),
      ['2–5 visit anyone'],
    ],
    ['finds a block inside a text', world().placement('p', { blockId: 'holder' }), expecting({}), []],
    [
      'forbids a type',
      world().placement('p', { blockId: 'notice' }, { where: within('visit') }),
      expecting({ subject: { kind: 'type', type: 'notice' }, claim: 'does not show' }),
      ['0– visit anyone'],
    ],
    [
      'counts what a region holds',
      world()
        .placement('p')
        .placement('q', {}, { where: within('visit') }, { from: 3 * minute }),
      expecting({ subject: { kind: 'region', name: 'main' }, claim: 'at most' }),
      ['3– visit anyone'],
    ],
    [
      'wants a region filled',
      world().placement('p', {}, { where: within('visit') }),
      expecting({
        subject: { kind: 'region', name: 'main' },
        claim: 'at least',
        where: {
          any: [
            { test: 'page', page: 'front' },
            { test: 'page', page: 'visit' },
          ],
        },
      }),
      ['0– front anyone'],
    ],
  ];
  for (const [title, site, expectation, expected] of rows) it(title, () => expect(breaches(site, expectation)).toEqual(expected));
});
