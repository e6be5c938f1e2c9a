import type { Change } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import type { ExpectationValue } from '@core/expectation/expectation';
import type { PlacementValue, Target } from '@core/placement/placement';
import { standInCalendar } from '@server/outside/stand-in';
import { writtenBlock } from '@server/starting/written';
import { everywhere, type Rule } from '@core/rule/rule';
import type { SeasonValue } from '@core/season/season';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import type { RegionLimits } from '@core/theme/manifest';
import { generateKeyBetween } from 'fractional-indexing';
import { v7 as uuidv7 } from 'uuid';
import type { LaidOut } from './lay-out';

/** What the regions of the demo site may hold. */
export const demoLimits: Readonly<Record<string, RegionLimits>> = {
  'notice-strip': { types: ['notice'], most: 3 },
  'site-foot': { roles: ['manager', 'administrator'], least: 1 },
};

/** Changes of the demo that rest on one another: a rule that several placements follow, insets, a stand-in, expectations. */
export interface Assembly {
  /** A shared rule, and what follows it in three regions. */
  readonly nesting: readonly Change[];
  /** One warning, and the texts that hold it. */
  readonly causeway: readonly Change[];
  /** A text that takes the whole foot of one page. */
  readonly standIn: readonly Change[];
  /** A strip above the site's header, for a week to come. */
  readonly strip: readonly Change[];
  readonly expectations: readonly Change[];
  /** The inset that texts hold, as they mark it. */
  readonly causewayInset: string;
}

/** Lays the assembly out. */
export function assemble(demo: LaidOut): Assembly {
  let order = 'c000';
  const placed = (blockId: string, target: Target, rule: Rule, part: Partial<PlacementValue> = {}): Change => {
    order = generateKeyBetween(order, null);
    return added('placement', uuidv7(), {
      version: 1,
      blockId,
      target,
      order,
      rule,
      off: false,
      look: '',
      align: 'start',
      title: { show: 'block', own: '' },
      anchor: '',
      reason: '',
      ...part,
    } satisfies PlacementValue);
  };
  const region = (name: string): Target => ({ kind: 'region', name });
  const within = (...paths: readonly string[]) => ({ any: paths.map(path => ({ test: 'within' as const, page: demo.pageId(path) })) });
  const only = (...paths: readonly string[]) => ({ any: paths.map(path => ({ test: 'page' as const, page: demo.pageId(path) })) });
  const [colony, nestingSeason, halfTerm] = [uuidv7(), uuidv7(), uuidv7()];
  const { zone } = demo.time(0, '00:00');
  const yearly = (start: string, end: string) =>
    ({ test: 'recurring', start: `${start}T00:00`, end: `${end}T00:00`, zone, rule: 'FREQ=YEARLY' }) as const;
  const once = (from: string, until: string) =>
    ({ test: 'window', from: { local: `${from}T00:00`, zone }, until: { local: `${until}T00:00`, zone } }) as const;
  const follows: Rule = { ...everywhere, follows: [colony] };
  const sharedRule: SharedRuleValue = {
    version: 1,
    title: 'Any colony page in nesting season',
    reason: 'The by-law closes ground-nesting colonies from April to August, and the wardens want one date in one place.',
    rule: {
      ...everywhere,
      where: within('/visit/tern-point', '/visit/quillet-dunes'),
      when: { all: [{ test: 'season', season: nestingSeason }] },
    },
  };
  const [leads, nests, ask, causeway, boat, hours, rainy] = Array.from({ length: 7 }, () => uuidv7()) as [
    string,
    string,
    string,
    string,
    string,
    string,
    string,
  ];
  const causewayInset = `<div data-inset="${causeway}"></div>`;
  return {
    nesting: [
      added('season', nestingSeason, {
        version: 1,
        title: 'Nesting season',
        reason: 'By the by-law; the wardens ask for the same days each year.',
        dates: [yearly('2026-04-01', '2026-09-01')],
      } satisfies SeasonValue),
      added('season', halfTerm, {
        version: 1,
        title: 'School half-terms',
        reason: 'From the county’s calendar of terms.',
        dates: [once('2027-02-15', '2027-02-20'), once('2027-05-31', '2027-06-05'), once('2027-10-25', '2027-10-30')],
        source: { address: standInCalendar, event: 'Half-term' },
      } satisfies SeasonValue),
      added('shared rule', colony, sharedRule),
      added('block', rainy, text('Half-term at the hides', '<p>Wardens lend telescopes to anyone under sixteen, from ten to three.</p>')),
      placed(
        rainy,
        region('aside'),
        { ...everywhere, where: within('/visit'), when: { all: [{ test: 'season', season: halfTerm }] } },
        { look: 'card', reason: 'Families ask what to do on a wet day off.' },
      ),
      added('block', leads, text('Dogs in nesting season', '<p>On leads on every path, and not on the beach at all until September.</p>')),
      added(
        'block',
        nests,
        text('What nests here', '<p>Little terns and ringed plovers lay on open shingle. An egg is easily mistaken for a stone.</p>'),
      ),
      added(
        'block',
        ask,
        text('Ask a tern warden', '<p>Somebody stands at the fence from six to dusk, with a telescope that you may use.</p>'),
      ),
      placed(leads, region('aside'), follows, { look: 'card', reason: 'Asked most often at the fence.' }),
      placed(nests, region('main'), follows, { look: 'tinted' }),
      placed(ask, region('page-foot'), follows),
    ],
    causeway: [
      added(
        'block',
        causeway,
        writtenBlock('notice', 'Off the causeway in time', {
          tone: 'danger',
          text: 'The causeway floods fast. Be off it half an hour before the times given.',
          linkLabel: 'Crossing times',
          linkTo: '/visit/causeway-crossing',
        }),
      ),
    ],
    standIn: [
      added(
        'block',
        boat,
        text(
          'Only by boat',
          '<p>No path leads on from the stack. Keep a place on the boat before you come: twelve sail, in fair weather only.</p>',
        ),
      ),
      placed(
        boat,
        { kind: 'stand in', name: 'page-foot' },
        { ...everywhere, where: only('/visit/gannet-stack') },
        { reason: 'People took the nearby reserves for a walk from the stack.' },
      ),
    ],
    strip: [
      added(
        'block',
        hours,
        writtenBlock('notice', 'Summer hours are near', {
          tone: 'calm',
          text: 'Summer hours begin this week: hides stay open until eight.',
          linkLabel: 'All hours',
          linkTo: '/visit/opening-hours',
        }),
      ),
      placed(
        hours,
        { kind: 'insertion point', name: 'before-header' },
        { ...everywhere, when: { all: [{ test: 'window', from: demo.time(10, '06:00'), until: demo.time(17, '00:00') }] } },
        { title: { show: 'none', own: '' }, reason: 'People came for the evening in March and found the hides shut.' },
      ),
    ],
    expectations: [
      expected({ kind: 'blocks', blockIds: [demo.blockId('crossing times')] }, 'shows', 0, {
        where: only('/visit/tern-point', '/visit/causeway-crossing'),
        reason: 'Somebody was cut off in 2019.',
      }),
      expected({ kind: 'blocks', blockIds: [demo.blockId('sponsor')] }, 'does not show', 0, {
        who: { any: [{ test: 'membership', membership: 'member' }] },
        reason: 'Promised to members when they join.',
      }),
      expected({ kind: 'region', name: 'notice-strip' }, 'at most', 1, { reason: 'Of two warnings nobody reads the second.' }),
    ],
    causewayInset,
  };
}

function expected(
  subject: ExpectationValue['subject'],
  claim: ExpectationValue['claim'],
  count: number,
  part: Partial<ExpectationValue>,
): Change {
  return added('expectation', uuidv7(), {
    version: 1,
    subject,
    claim,
    count,
    where: {},
    who: {},
    when: {},
    reason: '',
    ...part,
  } satisfies ExpectationValue);
}

function text(title: string, body: string): BlockValue {
  return writtenBlock('rich text', title, { body });
}

function added(kind: Change['kind'], recordId: string, value: unknown): Change {
  return { recordId, kind, value, retires: false, baseRevisionId: null };
}
