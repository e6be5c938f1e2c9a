import type { Change, MoveRequest } from '@contract/messages';
import type { ForwardingValue } from '@core/forwarding/forwarding';
import type { BlockValue } from '@core/block/block';
import { bodyOf, type PageValue } from '@core/page/page';
import { continued, writtenBlock, writtenFields, writtenPageFields } from '@server/starting/written';
import { everywhere, thisPageOnly } from '@core/rule/rule';
import { lastingMembership } from '@core/people/membership';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { Clocks } from '@server/clocks';
import { hashPassword } from '@server/services/passwords';
import type { Theme } from '@server/public/theme';
import { freshPerson, insertPerson, type Person } from '@server/repositories/people-repository';
import { initialSettings, saveSettings } from '@server/repositories/settings-repository';
import { liveRevisionId } from '@server/services/edition-lookups';
import { addRemark } from '@server/services/remarks';
import { createEdition, moveEdition } from '@server/services/editions';
import { loadSite, type Site } from '@server/site/site';
import { generateKeyBetween } from 'fractional-indexing';
import type { Knex } from 'knex';
import { v7 as uuidv7 } from 'uuid';
import { demoPassword, demoPeople } from './people';
import { layOut, type LaidOut } from './lay-out';
import { bringFiles } from './files';
import { languageActs } from './language-acts';
import { demoTerms } from './terms';
import { demoWorkflows } from './workflows';
import { demoLocales } from './locales';
import { siteWords, themeWords } from './translations';
import { assemble, demoLimits } from './scenario-assembly';
import { demoBoat, demoTypes } from './scenario-types';
import { demoTraffic } from './scenario-partners';
import { demoBlocks } from './scenario-blocks';

/** Something that somebody did, so many days before or after the set day. */
export interface Act {
  readonly days: number;
  readonly time: string;
  readonly who: string;
  readonly title: string;
  readonly changes: (site: Site) => readonly Change[];
  readonly remark?: string;
  readonly note?: string;
  readonly wishedFrom?: LocalTime;
  readonly move?: MoveRequest;
  /** What is remarked on its first change, twenty minutes apart. */
  readonly remarks?: readonly {
    readonly who: string;
    readonly on: { readonly field: string; readonly quote: string };
    readonly body: string;
  }[];
  /** Who approves it afterwards, and with which times. */
  readonly approval?: { readonly who: string; readonly minutesLater: number; readonly move: MoveRequest };
}

/**
 * Fills an empty store with the demo, through the same services as the API: clocks are set back and moved on, act by act.
 * @param folder - beside the store, for the bytes of files
 * @param anchor - UTC milliseconds of the set day, around which everything is laid
 */
export async function seedDemo(knex: Knex, theme: Theme, folder: string, anchor: number): Promise<void> {
  const demo = layOut(anchor, initialSettings.zone);
  await saveSettings(
    knex,
    {
      name: 'Merrowby Shore Reserves',
      locales: demoLocales,
      siteWords,
      themeWords,
      terms: demoTerms,
      limits: demoLimits,
      framedHosts: ['maps.example'],
      siteTypes: demoTypes,
      workflows: demoWorkflows(demo),
    },
    null,
  );
  await saveSettings(knex, { name: 'Merrowby Coast Reserves' }, instantOf(demo.time(-60, '09:00')));
  const passwordHash = await hashPassword(demoPassword);
  const people = new Map<string, Person>();
  for (const { key, scope, memberships, ...person } of demoPeople) {
    people.set(key, {
      ...freshPerson(person.name, person.email, instantOf(demo.time(-213, '15:00'))),
      roles: person.roles,
      grants: person.roles.map(role => ({ role, sections: (scope?.sections ?? []).map(demo.pageId), locales: scope?.locales ?? [] })),
      memberships: memberships.map(lastingMembership),
      passwordHash,
    });
    await insertPerson(knex, people.get(key)!);
  }
  let at = anchor;
  const clocks: Clocks = { content: () => at, running: () => at, steady: () => at, isFrozen: true };
  const site = await loadSite(knex, clocks, theme, folder);
  const files = await bringFiles(site, anchor);
  const acts = actsOf(demo, files);
  for (const [index, act] of acts.entries()) {
    // Early in the day, what was to happen in the morning has happened just now, in the same order.
    at = Math.min(instantOf(demo.time(act.days, act.time)), anchor - (acts.length - index) * 60_000);
    const id = uuidv7();
    await createEdition(site, people.get(act.who)!, {
      id,
      title: act.title,
      changes: [...act.changes(site)],
      wishedFrom: act.wishedFrom ?? null,
      remark: act.remark ?? '',
      note: act.note ?? '',
      move: act.move,
    });
    for (const { who, on, body } of act.remarks ?? []) {
      at += 20 * 60_000;
      const change = site.ledger.proposalsOfEdition(id)[0]!;
      await addRemark(site, people.get(who)!, id, { proposalId: change.id, ...on, body, replyTo: null });
    }
    if (!act.approval) continue;
    at += act.approval.minutesLater * 60_000;
    const decidedOn = site.ledger.proposalsOfEdition(id).map(each => each.headRevisionId);
    await moveEdition(site, people.get(act.approval.who)!, id, { ...act.approval.move, decidedOn });
  }
  await demoTraffic(site, demo, anchor);
  // What happened long ago has been read by now.
  await knex('notices')
    .where('made_at', '<', anchor - 3 * 86_400_000)
    .update({ read_at: anchor });
}

const move = (name: MoveRequest['name'], remark = '', times?: MoveRequest['times']): MoveRequest => ({
  name,
  remark,
  acceptsMovedBase: false,
  acceptsBroken: '',
  scheduled: null,
  times,
});
const fromTime = (from: LocalTime, until: LocalTime | null = null): MoveRequest['times'] => ({ from, until, afterwards: 'earlier' });

function oldAddress(path: string, page: string, reason: string): Change {
  const value: ForwardingValue = { version: 1, path, beneath: false, to: { page, address: '' }, status: 308, reason };
  return { recordId: uuidv7(), kind: 'forwarding', value, retires: false, baseRevisionId: null };
}

function actsOf(demo: LaidOut, files: readonly Change[]): readonly Act[] {
  const { time, blockId, pageId } = demo;
  const changeBlock =
    (key: string, fields: BlockValue['fields']) =>
    (site: Site): readonly Change[] => {
      const base = liveRevisionId(site, blockId(key), site.clocks.content())!;
      const value = site.ledger.revision(base).value as BlockValue;
      return [
        {
          recordId: blockId(key),
          kind: 'block',
          value: { ...value, fields: { ...value.fields, ...writtenFields(value.type, fields) } },
          retires: false,
          baseRevisionId: base,
        },
      ];
    };
  const changePage =
    (path: string, part: { readonly standfirst?: string; readonly body?: string; readonly more?: string }) =>
    (site: Site): readonly Change[] => {
      const base = liveRevisionId(site, pageId(path), site.clocks.content())!;
      const value = site.ledger.revision(base).value as PageValue;
      const { more, ...fields } = part;
      const written = Object.fromEntries(Object.entries(writtenPageFields(value.type, fields)).filter(([name]) => name in fields));
      const continuing = more === undefined ? {} : { body: continued(bodyOf(value), more) };
      return [
        {
          recordId: pageId(path),
          kind: 'page',
          value: { ...value, fields: { ...value.fields, ...written, ...continuing } },
          retires: false,
          baseRevisionId: base,
        },
      ];
    };
  const winter = demoBlocks.find(block => block.key === 'old appeal')!;
  const late = ['storm warning'];
  const isLate = (change: Change) =>
    late.some(key => change.recordId === blockId(key) || (change.value as { blockId?: string }).blockId === blockId(key));
  const everything = [...demo.blocks, ...demo.placements];
  const assembly = assemble(demo);
  return [
    {
      days: -213,
      time: '16:00',
      who: 'administrator',
      title: 'The drawings of the coast, and the members’ programme',
      changes: () => files,
      note: 'First version',
      move: move('publish'),
    },
    {
      days: -212,
      time: '10:00',
      who: 'administrator',
      title: 'The site as it opened: pages',
      changes: () => [...demo.pages, demoBoat(demo), ...demo.menus, ...demo.partners],
      note: 'First version',
      move: move('publish'),
    },
    {
      days: -212,
      time: '11:30',
      who: 'administrator',
      title: 'The site as it opened: blocks',
      changes: () => everything.filter(change => !isLate(change)),
      note: 'First version',
      move: move('publish'),
    },
    {
      days: -205,
      time: '15:10',
      who: 'administrator',
      title: 'Addresses of the old site that people still have',
      changes: () => [
        oldAddress('/tide-tables', pageId('/visit'), 'Printed on the boards until 2025'),
        oldAddress('/membership.html', pageId('/join'), 'In the leaflets'),
      ],
      move: move('publish'),
    },
    {
      days: -171,
      time: '09:20',
      who: 'writer',
      title: 'Membership costs, brought up to date',
      changes: changePage('/join', { standfirst: 'From £3 a month, and the coast stays open to everyone who comes.' }),
      note: 'New price',
      move: move('send for review'),
      approval: { who: 'editor', minutesLater: 95, move: move('approve') },
    },
    {
      days: -120,
      time: '14:00',
      who: 'writer',
      title: 'Crossing times, first wording',
      changes: changeBlock('crossing times', {
        body: '<ul><li><strong>Today</strong> 09:10–14:25</li><li><strong>Tomorrow</strong> 09:55–15:05</li></ul><p>Ask at the lodge if in doubt.</p>',
      }),
      note: 'Shorter',
      move: move('send for review'),
      approval: { who: 'second editor', minutesLater: 40, move: move('approve') },
    },
    {
      days: -90,
      time: '09:30',
      who: 'administrator',
      title: 'The nesting season in one rule',
      changes: () => assembly.nesting,
      remark: 'Agreed with the wardens.',
      move: move('publish'),
    },
    {
      days: -88,
      time: '11:00',
      who: 'editor',
      title: 'One causeway warning for all texts',
      changes: (site: Site) => [
        ...assembly.causeway,
        ...changePage('/visit/tern-point/getting-here', { more: assembly.causewayInset })(site),
        ...changePage('/visit/parking', { more: assembly.causewayInset })(site),
        ...changeBlock('way to tern-point', {
          body: `<p>By causeway from Low Fleet. It floods for about two and a half hours either side of high water.</p>${assembly.causewayInset}<p><a href="/visit/tern-point/getting-here">The way in full</a></p>`,
        })(site),
      ],
      move: move('publish'),
    },
    {
      days: -70,
      time: '14:00',
      who: 'administrator',
      title: 'The stack by boat, and the strip for summer hours',
      changes: () => [...assembly.standIn, ...assembly.strip],
      move: move('publish'),
    },
    {
      days: -69,
      time: '10:00',
      who: 'manager',
      title: 'What we promise',
      changes: () => assembly.expectations,
      move: move('publish'),
    },
    {
      days: -64,
      time: '16:10',
      who: 'editor',
      title: 'Crossing times with the margin',
      changes: changeBlock('crossing times', {
        body: '<ul><li><strong>Today</strong> 09:10–14:25</li><li><strong>Tomorrow</strong> 09:55–15:05</li><li><strong>The day after</strong> 10:35–15:45</li></ul><p>Leave half an hour to spare. Never start on a rising tide.</p>',
      }),
      note: 'The coastguard asked for the margin',
      move: move('publish'),
    },
    {
      days: -33,
      time: '11:00',
      who: 'writer',
      title: 'A shorter notice for the boat appeal',
      changes: changeBlock('old appeal', { ...winter.fields, text: 'We have raised £7,200 of £9,000 for a new engine.' }),
      note: 'Latest sum',
      move: move('send for review'),
      approval: { who: 'editor', minutesLater: 20, move: move('approve') },
    },
    {
      days: -20,
      time: '09:00',
      who: 'writer',
      title: 'Hides at Low Fleet: the stove',
      changes: changePage('/visit/low-fleet/hides', {
        standfirst: 'The Long Hide seats forty and has a stove, lit from November to February.',
      }),
      note: 'When the stove is lit',
      move: move('send for review'),
      approval: { who: 'second editor', minutesLater: 120, move: move('approve') },
    },
    {
      days: -12,
      time: '15:30',
      who: 'writer',
      title: 'A page about otters',
      changes: () => [newPage(demo, 'Otter', 'otter', 'Back on the Fleet after thirty years.')],
      remark: 'The warden has not confirmed the picture yet.',
    },
    {
      days: -9,
      time: '10:15',
      who: 'writer',
      title: 'A call for boat hands',
      changes: changePage('/about/volunteer', { standfirst: 'Forty people, three hours a week, all weathers. Boat hands wanted.' }),
      note: 'Boat hands',
      move: move('send for review'),
      approval: { who: 'editor', minutesLater: 50, move: move('return', 'Say how they should get in touch, please.') },
    },
    {
      days: -6,
      time: '13:45',
      who: 'writer',
      title: 'Summer opening hours',
      changes: changePage('/visit/opening-hours', {
        body: '<p>Summer hours hold from April to September. Hides close at 20:00, and the car parks at 21:00.</p>',
      }),
      note: 'Summer hours',
      move: move('send for review'),
      approval: {
        who: 'second editor',
        minutesLater: 300,
        move: move('approve', 'For the first of the season.', fromTime(time(11, '00:00'))),
      },
    },
    {
      days: -5,
      time: '09:30',
      who: 'administrator',
      title: 'The roof of Creek Hide, told until Easter',
      changes: changePage('/notices/creek-hide-roof', { standfirst: 'Shingled in four days, and dry since.' }),
      note: 'Until Easter',
      move: move('publish', '', { from: null, until: time(12, '18:00'), afterwards: 'nothing' }),
    },
    {
      days: -4,
      time: '10:00',
      who: 'manager',
      title: 'First boat, on the reserve pages',
      changes: () => boatNotice(demo),
      move: move('send for review'),
      approval: { who: 'editor', minutesLater: 60, move: move('approve', '', fromTime(time(1, '06:00'), time(20, '12:00'))) },
    },
    {
      days: -2,
      time: '11:20',
      who: 'writer',
      title: 'The Long Hide: two more seats',
      changes: changePage('/visit/low-fleet/hides', {
        standfirst: 'The Long Hide seats forty-two and has a stove, lit all winter.',
      }),
      note: 'New bench',
      remark: 'The bench went in on Saturday.',
      move: move('send for review'),
      remarks: [
        { who: 'second editor', on: { field: 'fields.standfirst', quote: 'lit all winter' }, body: 'Which months? Visitors plan by it.' },
      ],
    },
    {
      days: -1,
      time: '09:05',
      who: 'editor',
      title: 'The stove burns longer',
      changes: changePage('/visit/low-fleet/hides', {
        standfirst: 'The Long Hide seats forty and has a stove, lit from October to March.',
      }),
      note: 'A colder spring',
      move: move('publish'),
    },
    {
      days: -1,
      time: '17:30',
      who: 'administrator',
      title: 'Storm warning',
      changes: () => everything.filter(isLate),
      note: 'From the lodge',
      move: { ...move('publish'), acceptsBroken: 'Safety first; the boat notice may stand beside it for a day.' },
    },
    {
      days: -1,
      time: '16:05',
      who: 'writer',
      title: 'Getting to Tern Point by bus',
      changes: changeBlock('way to tern-point', {
        body: `<p>By causeway from Low Fleet, or by the 14 bus to the lodge and on foot from there. It floods for about two and a half hours either side of high water.</p>${assembly.causewayInset}<p><a href="/visit/tern-point/getting-here">The way in full</a></p>`,
      }),
      note: 'The bus runs again',
      remark: 'The bus company confirmed the stop on Monday.',
      move: move('send for review'),
    },
    {
      days: -1,
      time: '18:20',
      who: 'manager',
      title: 'Moth nights, on reserve pages from next week',
      changes: () => mothNights(demo),
      remark: 'Saskia asked for it beside the events.',
      wishedFrom: time(8, '06:00'),
      move: move('send for review'),
    },
    {
      days: -1,
      time: '14:10',
      who: 'editor',
      title: 'The old range: keep to the posts',
      changes: () => oldRange(demo),
      remark: 'The sappers come on Tuesday. Until then, please.',
      move: move('send for review'),
      remarks: [
        {
          who: 'manager',
          on: { field: 'fields.text', quote: 'the white posts' },
          body: 'Half of them fell in the storm. Which side is meant?',
        },
      ],
      approval: { who: 'second editor', minutesLater: 70, move: move('pass on to the safety check') },
    },
    {
      days: 0,
      time: '08:10',
      who: 'writer',
      title: 'What’s on: a fuller standfirst',
      changes: changePage('/whats-on', { standfirst: 'Walks, counts and evenings with the wardens, most of them free.' }),
      note: 'Say that they are free',
    },
    {
      days: 0,
      time: '08:55',
      who: 'writer',
      title: 'Dogs: the dates of the closure',
      changes: changePage('/visit/dogs', { standfirst: 'Welcome on leads, except where birds nest on the ground: 1 April to 31 August.' }),
      note: 'Dates',
      move: move('send for review'),
    },
    ...languageActs(demo, move('publish'), move('send for review')),
  ].sort((a, b) => instantOf(time(a.days, a.time)) - instantOf(time(b.days, b.time)));
}

function newPage(demo: LaidOut, title: string, segment: string, standfirst: string): Change {
  const value: PageValue = {
    version: 3,
    type: 'species',
    typeVersion: 1,
    title,
    parentId: demo.pageId('/wildlife'),
    segment,
    order: 'b00',
    layout: 'main-and-aside',
    readers: null,
    inMenu: true,
    menuLabel: '',
    fields: writtenPageFields('species', { standfirst, topics: ['mammals'] }),
  };
  return { recordId: uuidv7(), kind: 'page', value, retires: false, baseRevisionId: null };
}

function boatNotice(demo: LaidOut): readonly Change[] {
  const block = uuidv7();
  const value = writtenBlock('notice', 'First boat of the year', {
    tone: 'calm',
    canBePutAway: true,
    text: 'The first boat to the stack sails in three weeks. Twelve places are left.',
    linkLabel: 'Keep a place',
    linkTo: '/whats-on/boat-to-the-stack',
  });
  const where = {
    any: [
      { test: 'within' as const, page: demo.pageId('/visit/gannet-stack') },
      { test: 'page' as const, page: demo.pageId('/visit/skarn-head') },
      { test: 'page' as const, page: demo.pageId('/') },
    ],
  };
  return [
    { recordId: block, kind: 'block', value, retires: false, baseRevisionId: null },
    placementOn(block, 'notice-strip', { ...everywhere, where }, 'Bookings opened on Monday.'),
  ];
}

function oldRange(demo: LaidOut): readonly Change[] {
  const block = uuidv7();
  const value = writtenBlock('notice', 'The old range: keep to the posts', {
    tone: 'danger',
    canBePutAway: false,
    text: 'The storm has laid something bare on the north ridge. Keep to the path between the white posts and touch nothing.',
    linkLabel: '',
    linkTo: null,
  });
  const rule = { ...everywhere, where: { any: [{ test: 'within' as const, page: demo.pageId('/visit/quillet-dunes') }] } };
  return [
    { recordId: block, kind: 'block', value, retires: false, baseRevisionId: null },
    placementOn(block, 'main', rule, 'Only whoever walks there.'),
  ];
}

function mothNights(demo: LaidOut): readonly Change[] {
  const block = uuidv7();
  const value = writtenBlock('rich text', 'Moth nights', {
    body: '<p>Every second Friday from the end of the month: sheets, lamps and whatever comes. Bring a warm coat.</p>',
  });
  const rule = {
    ...thisPageOnly(demo.pageId('/visit/tern-point')),
    where: {
      any: [{ test: 'type' as const, type: 'reserve' }],
      none: [{ test: 'page' as const, page: demo.pageId('/visit/gannet-stack') }],
    },
  };
  return [
    { recordId: block, kind: 'block', value, retires: false, baseRevisionId: null },
    placementOn(block, 'main', rule, 'The stack has no evening boats.'),
  ];
}

function placementOn(blockId: string, region: string, rule: typeof everywhere, reason: string): Change {
  return {
    recordId: uuidv7(),
    kind: 'placement',
    value: {
      version: 1,
      blockId,
      target: { kind: 'region', name: region },
      order: generateKeyBetween('b00', null),
      rule,
      off: false,
      look: region === 'main' ? 'card' : '',
      align: 'start',
      title: { show: region === 'main' ? 'block' : 'none', own: '' },
      anchor: '',
      reason,
    },
    retires: false,
    baseRevisionId: null,
  };
}
