import type { PlacementValue } from '@core/placement/placement';
import type { WhenTest, WhoTest, RuleTree } from '@core/rule/rule';
import { listing as listingType } from '@core/blocks/listing/type';
import { initialValues } from '@core/fields/index';
import { plainPart, storedParts, type PartName } from '@core/listing/parts';
import { textOfParagraphs } from '@core/rich-text/document';
import type { ServicePage } from '@core/page/service-pages';
import { standInFeed } from '@server/outside/stand-in';
import { reserves } from './scenario-pages';

/** Where a demo placement shows, in page paths. */
export interface DemoWhere {
  readonly only?: readonly string[];
  readonly within?: readonly string[];
  readonly type?: string;
  readonly except?: readonly string[];
  readonly exceptWithin?: readonly string[];
  /** A page that nobody wrote. */
  readonly service?: ServicePage;
}

type DemoFields = Readonly<Record<string, string | number | boolean | readonly unknown[]>>;

/** One block of the demo and where it stands. */
export interface DemoBlock {
  readonly key: string;
  readonly type: string;
  readonly title: string;
  readonly fields: DemoFields;
  readonly placements: readonly DemoPlacement[];
}

/** See {@link DemoBlock}. Days count from the set day. */
export interface DemoPlacement {
  readonly region: string;
  readonly isPoint?: boolean;
  readonly where: DemoWhere;
  readonly who?: RuleTree<WhoTest>;
  readonly from?: readonly [days: number, time: string];
  readonly until?: readonly [days: number, time: string];
  readonly recurring?: Omit<Extract<WhenTest, { test: 'recurring' }>, 'test' | 'zone'>;
  readonly look?: string;
  readonly title?: PlacementValue['title'];
  readonly off?: boolean;
  readonly reason?: string;
}

const members: RuleTree<WhoTest> = { any: [{ test: 'membership', membership: 'member' }] };
const notMembers: RuleTree<WhoTest> = { none: [{ test: 'membership', membership: 'member' }] };
const noTitle: PlacementValue['title'] = { show: 'none', own: '' };
const nesting = { start: '2026-04-01T00:00', end: '2026-09-01T00:00', rule: 'FREQ=YEARLY' };
const text = (...paragraphs: readonly string[]) => ({
  body: paragraphs.map(each => (each.startsWith('<') ? each : `<p>${each}</p>`)).join(''),
});
const listing = (fields: Partial<DemoFields>) => ({ ...initialValues(listingType.fields), ...fields }) as DemoFields;
const listed = (...parts: readonly PartName[]) =>
  storedParts(
    parts.map(each => plainPart(each)),
    '',
  );
const part = (id: string, heading: string, words: string) => ({ id, fields: { heading, body: textOfParagraphs(words) } });
const notice = (tone: string, message: string, linkLabel = '', linkTo = '') => ({ tone, text: message, linkLabel, linkTo });
const question = (id: string, label: string, answer: string, isRequired: boolean, more: Readonly<Record<string, string>> = {}) => ({
  id,
  fields: { label, answer, choices: '', isRequired, help: '', ...more },
});
const hero = (fields: Partial<Record<string, string>>) =>
  ({ heading: '', text: '', picture: '', height: 'low', linkLabel: '', linkTo: '', ...fields }) as Record<string, string>;

/** Page paths in the fields "beneath" and "start" are turned into page ids when the demo is laid out. */
export const demoBlocks: readonly DemoBlock[] = [
  {
    key: 'main menu',
    type: 'menu',
    title: 'Sections of the site',
    fields: { menu: 'main', start: '', fromLevel: 1, levels: 1, closedBranches: false },
    placements: [{ region: 'site-header', where: {}, title: noTitle }],
  },
  {
    key: 'breadcrumb',
    type: 'breadcrumb',
    title: 'Where you are',
    fields: { leadIn: '', homeLabel: 'Coast', showsCurrent: true, separator: '›' },
    placements: [{ region: 'before-content', isPoint: true, where: { except: ['/'] } }],
  },
  {
    key: 'storm warning',
    type: 'notice',
    title: 'Storm warning',
    fields: notice(
      'danger',
      'Gale from the north-west until Saturday evening. The boardwalks at Low Fleet and Harrow Marsh are closed.',
      'What is closed',
      '/notices',
    ),
    placements: [
      {
        region: 'notice-strip',
        where: { within: ['/visit'] },
        from: [-1, '18:00'],
        until: [2, '18:00'],
        title: noTitle,
        reason: 'The lodge asks for it whenever the forecast is force 8 or more.',
      },
    ],
  },
  {
    key: 'nesting closure',
    type: 'notice',
    title: 'Nesting closure',
    fields: notice('danger', 'Beach path closed for nesting until 31 August. Use the dune boardwalk.', 'Why', '/wildlife/little-tern'),
    placements: [
      {
        region: 'notice-strip',
        where: { within: ['/visit/tern-point', '/visit/quillet-dunes'] },
        recurring: nesting,
        title: noTitle,
        reason: 'The by-law closes ground-nesting colonies in these months.',
      },
    ],
  },
  {
    key: 'opening of a page',
    type: 'hero',
    title: 'Opening with the page’s own picture',
    fields: hero({}),
    placements: [
      { region: 'opening', where: { type: 'reserve' } },
      { region: 'opening', where: { only: ['/visit', '/wildlife', '/whats-on'] } },
    ],
  },
  {
    key: 'front opening',
    type: 'hero',
    title: 'Front page, opening',
    fields: hero({
      heading: 'Six reserves between the marsh and the open sea',
      text: 'Free to walk, open all year, and different at every tide.',
      picture: 'dawn-count',
      height: 'tall',
      linkLabel: 'Plan a visit',
      linkTo: '/visit',
    }),
    placements: [{ region: 'opening', where: { only: ['/'] } }],
  },
  {
    key: 'crossing times',
    type: 'rich text',
    title: 'Safe crossing times',
    fields: text(
      '<ul><li><strong>Today</strong> 09:10–14:25</li><li><strong>Tomorrow</strong> 09:55–15:05</li><li><strong>The day after</strong> 10:35–15:45</li></ul>',
      'Leave half an hour to spare. Never start on a rising tide.',
    ),
    placements: [
      {
        region: 'main',
        where: { within: ['/visit'], except: ['/visit/skarn-head', '/visit/gannet-stack'] },
        look: 'card',
        from: [-17, '00:00'],
        reason: 'Visitors were stranded twice when the times sat only on the front page.',
      },
    ],
  },
  {
    key: 'causeway warning',
    type: 'notice',
    title: 'Causeway warning',
    fields: notice('caution', 'Never cross on a rising tide. Ask at the lodge.'),
    placements: [{ region: 'aside', where: { within: ['/visit/tern-point', '/visit/low-fleet'] } }],
  },
  {
    key: 'whats on here',
    type: 'listing',
    title: 'What’s on',
    fields: listing({
      beneath: '/whats-on',
      types: ['event'],
      time: 'to come',
      order: 'soonest',
      most: 3,
      shownAs: 'cards',
      whenEmpty: 'Nothing is planned just now.',
    }),
    placements: [
      { region: 'main', where: { type: 'reserve' } },
      { region: 'main', where: { only: ['/'] }, title: { show: 'own', own: 'Next on the coast' } },
    ],
  },
  {
    key: 'all events',
    type: 'listing',
    title: 'All that is to come',
    fields: listing({
      beneath: '/whats-on',
      time: 'to come',
      order: 'soonest',
      most: 20,
      shownAs: 'table',
      parts: listed('title', 'date', 'topics'),
      isSortable: true,
      whenEmpty: 'The next season is being planned.',
      offersFeed: true,
    }),
    placements: [{ region: 'main', where: { only: ['/whats-on'] }, title: noTitle }],
  },
  {
    key: 'six reserves',
    type: 'listing',
    title: 'The six reserves',
    fields: listing({ beneath: '/visit', types: ['reserve'], shownAs: 'cards' }),
    placements: [{ region: 'main', where: { only: ['/', '/visit'] } }],
  },
  {
    key: 'species list',
    type: 'listing',
    title: 'Look for',
    fields: listing({ beneath: '/wildlife', types: ['species'], order: 'title', most: 12, shownAs: 'cards' }),
    placements: [{ region: 'main', where: { only: ['/wildlife'] }, title: noTitle }],
  },
  {
    key: 'what they say',
    type: 'quote',
    title: 'What a warden says',
    fields: {
      text: 'Nobody comes here by accident. The road ends, the tide turns, and then you hear them.',
      who: 'Ailsa Trevanion, warden of Gannet Stack since 1998',
      source: '',
      linkTo: '',
    },
    placements: [{ region: 'main', where: { only: ['/about'] }, title: noTitle }],
  },
  {
    key: 'book a visit',
    type: 'call to action',
    title: 'Bring a class',
    fields: {
      text: 'Half a day on the shingle for up to thirty, with a warden and two telescopes.',
      linkLabel: 'Ask for a day',
      linkTo: '/about/contact',
      weight: 'strong',
    },
    placements: [{ region: 'main', where: { only: ['/schools'] } }],
  },
  {
    key: 'access answers',
    type: 'disclosure',
    title: 'Asked before you come',
    fields: {
      shownAs: 'lines',
      firstIsOpen: true,
      parts: [
        part('wheels', 'Can I get there on wheels?', 'To the first hides at Harrow Marsh and Low Fleet on boards; nowhere on shingle.'),
        part('seats', 'Is there anywhere to sit?', 'Every four hundred metres on the marked paths, and in all hides.'),
        part('quiet', 'When is it quiet?', 'On weekdays before ten, and whenever it rains.'),
      ],
    },
    placements: [{ region: 'main', where: { only: ['/visit/access'] } }],
  },
  {
    key: 'ways here',
    type: 'disclosure',
    title: 'Ways to Tern Point',
    fields: {
      shownAs: 'tabs',
      firstIsOpen: false,
      parts: [
        part('train', 'By train', 'To Merrow, then forty minutes along the sea wall; the first half is paved.'),
        part('bus', 'By bus', 'Line 12 from Merrow market, every hour until six, stops at the gate.'),
        part('bicycle', 'By bicycle', 'Along the old railway, flat and without cars; stands beneath the roof at the gate.'),
        part('car', 'By car', 'Room for forty. On fine Sundays it is full before ten.'),
      ],
    },
    placements: [{ region: 'main', where: { only: ['/visit/parking'] } }],
  },
  {
    key: 'parking table',
    type: 'table',
    title: 'What parking costs',
    fields: {
      rows: 'Place,Up to two hours,All day,Members\nTern Point,£2,£5,free\nHarrow Marsh,free,£3,free\nLow Fleet,free,free,free',
      hasHead: true,
      hasRowNames: true,
      caption: 'From March 2027',
    },
    placements: [{ region: 'main', where: { only: ['/visit/parking'] } }],
  },
  {
    key: 'school links',
    type: 'link list',
    title: 'For teachers',
    fields: {
      links: [
        {
          id: 'hides',
          fields: { label: 'Hides at Tern Point', linkTo: '/visit/tern-point/hides', note: 'Room for thirty in two of them.' },
        },
        { id: 'access', fields: { label: 'Access for everyone', linkTo: '/visit/access', note: '' } },
      ],
    },
    placements: [{ region: 'main', where: { only: ['/schools'] } }],
  },
  {
    key: 'harbour',
    type: 'outside feed',
    title: 'From the harbour office',
    fields: { address: standInFeed, most: 3, showsText: true, showsDate: true, whenEmpty: 'Nothing was heard from the harbour yet.' },
    placements: [{ region: 'aside', where: { only: ['/visit/causeway-crossing'] }, look: 'card' }],
  },
  {
    key: 'related',
    type: 'listing',
    title: 'More like this',
    fields: listing({ source: 'related', order: 'closest', most: 4, shownAs: 'titles', parts: listed('title', 'topics') }),
    placements: [{ region: 'aside', where: { type: 'species' } }],
  },
  {
    key: 'search',
    type: 'search box',
    title: 'Find it by a word',
    fields: { label: 'A place, a bird, a date' },
    placements: [
      { region: 'main', where: { service: 'not found' } },
      { region: 'main', where: { only: ['/wildlife'] }, title: noTitle },
    ],
  },
  {
    key: 'latest notices',
    type: 'listing',
    title: 'Latest from the wardens',
    fields: listing({
      beneath: '/notices',
      order: 'newest',
      most: 3,
      shownAs: 'list',
      parts: listed('title', 'authors', 'date', 'standfirst', 'more'),
      offersFeed: true,
    }),
    placements: [
      { region: 'aside', where: { only: ['/'] } },
      { region: 'main', where: { only: ['/notices'] }, title: noTitle },
    ],
  },
  {
    key: 'back shelf',
    type: 'listing',
    title: 'Older, by month',
    fields: listing({ beneath: '/', depth: 'all', shelf: 'back', grouped: 'month', order: 'newest', most: 50, shownAs: 'titles' }),
    placements: [{ region: 'main', where: { only: ['/notices'] } }],
  },
  {
    key: 'section menu',
    type: 'menu',
    title: 'In this part',
    fields: { start: '', levels: 2, closedBranches: false },
    placements: ['/visit', '/join', '/schools', '/about'].map(path => ({ region: 'aside', where: { within: [path] }, title: noTitle })),
  },
  {
    key: 'join',
    type: 'rich text',
    title: 'Join from £3 a month',
    fields: text('Members park free, and get the tide tables by post.', '<p><a href="/join">Join the trust</a></p>'),
    placements: [
      {
        region: 'aside',
        where: { within: ['/visit', '/wildlife', '/whats-on'], except: ['/visit/dogs'] },
        who: notMembers,
        look: 'tinted',
        reason: 'Members have joined already.',
      },
      { region: 'main', where: { only: ['/'] }, who: { none: [{ test: 'signed in' }] }, look: 'tinted' },
    ],
  },
  {
    key: 'member tides',
    type: 'rich text',
    title: 'Members’ tide table',
    fields: text(
      '<ul><li>High water <strong>11:48</strong>, 7.1 m</li><li>Low water <strong>17:56</strong>, 1.0 m</li></ul>',
      'Times for Low Fleet bar. Allow twenty minutes for Tern Point.',
    ),
    placements: [{ region: 'aside', where: { within: ['/visit'] }, who: members, look: 'card' }],
  },
  {
    key: 'member offer',
    type: 'notice',
    title: 'Long Hide evenings',
    fields: notice('calm', 'Members may book the Long Hide for an evening until the end of the month.', 'Book', '/join/members'),
    placements: [{ region: 'after-header', isPoint: true, where: {}, who: members, until: [13, '00:00'], title: noTitle }],
  },
  {
    key: 'winter roost',
    type: 'rich text',
    title: 'Winter roost viewing',
    fields: text('The Long Hide is open until an hour after sunset for the roost.'),
    placements: [
      {
        region: 'main',
        where: { only: ['/visit/tern-point', '/visit/low-fleet'] },
        recurring: { start: '2025-10-01T00:00', end: '2026-03-01T00:00', rule: 'FREQ=YEARLY' },
        look: 'card',
      },
    ],
  },
  {
    key: 'nearby',
    type: 'menu',
    title: 'Nearby reserves',
    fields: { start: '/visit', levels: 1, closedBranches: false },
    placements: [{ region: 'page-foot', where: { within: reserves.map(each => `/visit/${each.slug}`) } }],
  },
  {
    key: 'sponsor',
    type: 'rich text',
    title: 'Boots by Harrow Saddlery',
    fields: text('Our wardens’ boots are given by Harrow Saddlery.'),
    placements: [
      {
        region: 'before-foot',
        isPoint: true,
        where: { except: ['/join'], exceptWithin: ['/schools'] },
        who: { none: [{ test: 'signed in' }] },
        look: 'quiet',
        title: noTitle,
        reason: 'The agreement names signed-out readers only, and no school pages.',
      },
    ],
  },
  {
    key: 'write to us',
    type: 'form',
    title: 'Write to us',
    fields: {
      intro: 'For the lodge. Of a bird in trouble ring us instead: nobody reads this at night.',
      questions: [
        question('name', 'Your name', 'line', true),
        question('mail', 'Your e-mail address', 'e-mail', true, { help: 'Only for the answer.' }),
        question('about', 'What is it about?', 'choice', true, { choices: 'A visit\nA sighting\nMembership\nSomething else' }),
        question('when', 'If it is about a visit: when?', 'date', false),
        question('words', 'What you want to say', 'text', true),
      ],
      button: 'Send it to the lodge',
      thanks: 'Thank you. Somebody answers within three days, sooner when the tide is low.',
      to: 'lodge@merrowby.example',
      offersCopy: true,
      keptDays: 90,
    },
    placements: [{ region: 'main', where: { only: ['/about/contact'] } }],
  },
  {
    key: 'sponsors',
    type: 'sponsor slot',
    title: 'Sponsors, beside the text',
    fields: { size: '300×250', topics: 'any', order: 'drawn', minutes: 30, most: 1, above: '', beneath: 'Members see none of this.' },
    placements: [
      {
        region: 'aside',
        where: { within: ['/visit', '/wildlife'] },
        who: notMembers,
        title: noTitle,
        reason: 'Members were promised pages without sponsors.',
      },
    ],
  },
  {
    key: 'reserves in turn',
    type: 'listing',
    title: 'Where to go next',
    fields: listing({ beneath: '/visit', types: ['reserve'], order: 'title', most: 6, shownAs: 'carousel', carousel: 'reserves' }),
    placements: [{ region: 'page-foot', where: { within: ['/visit', '/whats-on'], except: ['/visit/parking', '/visit/dogs'] } }],
  },
  {
    key: 'calendar of events',
    type: 'calendar',
    title: 'The month on the coast',
    fields: { beneath: '/whats-on', topics: [], shownAs: 'month', most: 20, whenEmpty: 'Nothing is planned in this month.' },
    placements: [{ region: 'page-foot', where: { only: ['/whats-on'] } }],
  },
  {
    key: 'tide and lodge',
    type: 'columns',
    title: 'By the tide, or by the door',
    fields: {
      columns: [
        {
          id: 'tide',
          fields: {
            share: '2',
            text: textOfParagraphs('The sand is open two hours either side of low water. Whoever is out there when it turns, walks fast.'),
          },
        },
        { id: 'lodge', fields: { share: '1', text: textOfParagraphs('The lodge is open from nine to five, whatever the water does.') } },
      ],
    },
    placements: [{ region: 'main', where: { only: ['/visit/opening-hours'] } }],
  },
  {
    key: 'one to see',
    type: 'card',
    title: 'One to look for in March',
    fields: { page: '/wildlife/avocet', as: 'card', size: 'large', showsStandfirst: true, showsTopics: true },
    placements: [{ region: 'main', where: { only: ['/wildlife'] } }],
  },
  {
    key: 'from the library',
    type: 'random picture',
    title: 'From the sketchbook',
    fields: { folder: 'Drawings/Reserves', shape: 'card', minutes: 60, showsCaption: true, linkTo: '/visit' },
    placements: [{ region: 'aside', where: { only: ['/about'] } }],
  },
  {
    key: 'the coast in figures',
    type: 'figures',
    title: 'The coast in figures',
    fields: {
      figures: [
        { id: 'reserves', fields: { figure: 'pages of the type reserve', label: 'reserves' } },
        { id: 'species', fields: { figure: 'pages of the type species', label: 'kinds to look for' } },
        { id: 'events', fields: { figure: 'to come', label: 'walks and evenings to come' } },
      ],
    },
    placements: [{ region: 'main', where: { only: ['/about'] } }],
  },
  {
    key: 'way in',
    type: 'sign in',
    title: 'Come in',
    fields: {
      outText: 'Members book the boat and read the roost counts here.',
      outLabel: '',
      to: '/join/members',
      inText: 'Good to have you here, {first name}. The roost counts are under Members.',
      out: '',
      offersAccount: true,
    },
    placements: [{ region: 'aside', where: { only: ['/join'] }, look: 'card' }],
  },
  {
    key: 'new members',
    type: 'members',
    title: 'Who is new',
    fields: { shows: 'newest', days: 366, words: '{count} joined within a year', most: 12, whenNone: 'Nobody joined lately.' },
    placements: [{ region: 'aside', where: { only: ['/join/members'] }, look: 'card' }],
  },
  {
    key: 'what you may do',
    type: 'actions',
    title: 'Your membership',
    fields: {
      actions: ['sign up', 'sign in', 'join', 'account', 'leave', 'write'].map(action => ({
        id: action.replace(' ', '-'),
        fields: { action, label: '' },
      })),
    },
    placements: [{ region: 'aside', where: { only: ['/join', '/join/members'] } }],
  },
  {
    key: 'map of the way',
    type: 'outside page',
    title: 'Map of the way',
    fields: { address: 'https://maps.example/merrowby', what: 'Map of the way to the lodge', height: 360, purpose: 'media' },
    placements: [{ region: 'main', where: { only: ['/about/contact'] } }],
  },
  {
    key: 'tide curve',
    type: 'foreign code',
    title: 'The curve of the tide',
    fields: {
      code: '<svg viewBox="0 0 300 80" width="100%" role="img" aria-label="The tide over a day"><path id="c" fill="none" stroke="#0b5a66" stroke-width="3"/></svg><script>document.getElementById("c").setAttribute("d","M"+Array.from({length:61},(_,i)=>(i*5)+" "+(40-30*Math.sin(i/60*4*Math.PI))).join("L"))</script>',
      what: 'The curve of the tide, as the tide office draws it',
      from: 'tides.example',
      height: 110,
      purpose: 'media',
    },
    placements: [{ region: 'main', where: { only: ['/visit/causeway-crossing'] } }],
  },
  {
    key: 'our boat',
    type: 'card',
    title: 'Our boat',
    fields: { page: '/about/gannets-wake', as: 'card', size: 'ordinary', showsStandfirst: true, showsTopics: false },
    placements: [{ region: 'main', where: { only: ['/whats-on/boat-to-the-stack', '/about/people'] } }],
  },
  {
    key: 'foot about',
    type: 'rich text',
    title: 'About the trust',
    fields: text('Merrowby Coast Reserves, Harrow Lodge, Merrowby. A made-up trust on a made-up coast.'),
    placements: [{ region: 'site-foot', where: {}, title: noTitle }],
  },
  {
    key: 'foot help',
    type: 'rich text',
    title: 'Tide line',
    fields: text('For crossing times at any hour ring the tide line on 01632 960 114.'),
    placements: [{ region: 'site-foot', where: {} }],
  },
  {
    key: 'foot menu',
    type: 'menu',
    title: 'Find',
    fields: { start: '/about', levels: 1, closedBranches: false },
    placements: [{ region: 'site-foot', where: {} }],
  },
  {
    key: 'last line',
    type: 'foot line',
    title: 'The last line',
    fields: { text: '© {year} Merrowby Coast Reserves, which are made up', since: 1974 },
    placements: [{ region: 'site-foot', where: {} }],
  },
  {
    key: 'book a class',
    type: 'rich text',
    title: 'Book a class visit',
    fields: text('Ring the education desk on 01632 960 118, or write to us.'),
    placements: [{ region: 'aside', where: { within: ['/schools'] }, look: 'card' }],
  },
  {
    key: 'book an event',
    type: 'rich text',
    title: 'Keep a place',
    fields: text('Most walks are free. Places are kept for a quarter of an hour after the start.'),
    placements: [{ region: 'aside', where: { type: 'event' }, look: 'card' }],
  },
  {
    key: 'seen one',
    type: 'rich text',
    title: 'Have you seen one?',
    fields: text('Tell the recorder: what, where, when, and how sure you are.'),
    placements: [{ region: 'aside', where: { type: 'species' }, look: 'card' }],
  },
  {
    key: 'give a year',
    type: 'rich text',
    title: 'Give a year on the coast',
    fields: text('A membership makes a present that lasts past twelfth night.'),
    placements: [{ region: 'aside', where: { only: ['/join', '/join/members'] }, look: 'tinted' }],
  },
  {
    key: 'warden advice',
    type: 'rich text',
    title: 'Three things to bring',
    fields: text('<ul><li>Boots that may get wet</li><li>The times of the tide</li><li>A little more time than you think</li></ul>'),
    placements: [
      { region: 'main', where: { only: ['/visit'] }, look: 'card' },
      { region: 'aside', where: { type: 'event', except: ['/whats-on/spring-tide-talk'] } },
      { region: 'aside', where: { only: ['/schools/visits'] } },
    ],
  },
  {
    key: 'reserves for species',
    type: 'listing',
    title: 'Where to look',
    fields: listing({ beneath: '/visit', types: ['reserve'], most: 6, shownAs: 'titles' }),
    placements: [
      { region: 'main', where: { type: 'species' } },
      { region: 'aside', where: { only: ['/wildlife'] } },
    ],
  },
  {
    key: 'other species',
    type: 'menu',
    title: 'Others to know',
    fields: { start: '/wildlife', levels: 1, closedBranches: false },
    placements: [{ region: 'page-foot', where: { type: 'species' } }],
  },
  {
    key: 'volunteer call',
    type: 'notice',
    title: 'Hands wanted',
    fields: notice('calm', 'Boat hands and counters are wanted from April.', 'Lend a hand', '/about/volunteer'),
    placements: [
      { region: 'aside', where: { only: ['/', '/about', '/about/people'] }, from: [-8, '00:00'], until: [30, '00:00'], title: noTitle },
    ],
  },
  {
    key: 'old appeal',
    type: 'notice',
    title: 'Boat appeal',
    fields: notice('calm', 'We are raising £9,000 for a new engine.', 'Give', '/join'),
    placements: [{ region: 'notice-strip', where: { only: ['/'] }, until: [-30, '00:00'], title: noTitle }],
  },
  {
    key: 'staff only',
    type: 'rich text',
    title: 'Draft of the summer leaflet',
    fields: text('For the wardens to read and mark before it goes to print.'),
    placements: [
      {
        region: 'main',
        where: { only: ['/about'] },
        who: {
          any: [
            { test: 'role', role: 'editor' },
            { test: 'role', role: 'manager' },
          ],
        },
        look: 'quiet',
      },
    ],
  },
  ...reserves.flatMap((reserve): readonly DemoBlock[] => [
    {
      key: `way to ${reserve.slug}`,
      type: 'rich text',
      title: `Getting here: ${reserve.name}`,
      fields: text(reserve.way, `<p><a href="/visit/${reserve.slug}/getting-here">The way in full</a></p>`),
      placements: [{ region: 'main', where: { only: [`/visit/${reserve.slug}`] }, title: { show: 'own', own: 'Getting here' } }],
    },
    {
      key: `hours of ${reserve.slug}`,
      type: 'rich text',
      title: `Hours: ${reserve.name}`,
      fields: text(reserve.hours),
      placements: [
        { region: 'aside', where: { within: [`/visit/${reserve.slug}`] }, look: 'card', title: { show: 'own', own: 'Opening hours' } },
      ],
    },
    {
      key: `warden of ${reserve.slug}`,
      type: 'rich text',
      title: `Warden’s note: ${reserve.name}`,
      fields: text(reserve.warden),
      placements: [
        {
          region: 'main',
          where: { only: [`/visit/${reserve.slug}`] },
          title: { show: 'own', own: 'Warden’s note' },
          off: reserve.slug === 'skarn-head',
        },
      ],
    },
  ]),
];
