import { fileIdOfPath } from '@core/fields/file/file';
import { fileLink } from '@core/file/address';

/** A page of the demo, beneath the page of the path it names. */
export interface DemoPage {
  /** Path on the public site. */
  readonly path: string;
  readonly title: string;
  readonly type?: string;
  readonly layout?: string;
  readonly standfirst: string;
  readonly body?: string;
  readonly picture?: string;
  readonly topics?: readonly string[];
  readonly inMenu?: boolean;
  readonly menuLabel?: string;
  /** Days from the set day, and the time of day. */
  readonly takesPlace?: readonly [days: number, time: string];
  /** When it ends, the first time. */
  readonly takesPlaceUntil?: readonly [days: number, time: string];
  /** Which time is at another one. */
  readonly moved?: { readonly from: number; readonly to: readonly [days: number, time: string] };
  /** How it comes again, and on which days from the set day it does not. */
  readonly repeats?: readonly [rule: string, ...calledOff: readonly number[]];
  readonly authors?: readonly string[];
  readonly isFeatured?: boolean;
  readonly membersOnly?: boolean;
  /** The page to which readers are led once it is over. */
  readonly thenLeadsTo?: string;
  /** By when somebody is to look it over. */
  readonly reviewBy?: readonly [days: number, time: string];
  /** From when it stands on the back shelf. */
  readonly shelvedFrom?: readonly [days: number, time: string];
}

const paragraphs = (...texts: readonly string[]): string => texts.map(text => `<p>${text}</p>`).join('');

const table = (caption: string, [head = [], ...rows]: readonly (readonly string[])[]): string => {
  const row = ([name = '', ...cells]: readonly string[]) => `<tr><th>${name}</th>${cells.map(cell => `<td>${cell}</td>`).join('')}</tr>`;
  return `<table><caption>${caption}</caption><tr>${head.map(each => `<th>${each}</th>`).join('')}</tr>${rows.map(row).join('')}</table>`;
};

/** The six reserves, with what is peculiar to each. */
export const reserves = [
  {
    slug: 'tern-point',
    name: 'Tern Point',
    line: 'Shingle spit, two hides, and the largest little tern colony on the coast.',
    hides: 'Spit Hide looks over the colony; Creek Hide over the mud at half tide.',
    way: 'By causeway from Low Fleet. It floods for about two hours either side of high water.',
    warden: 'Oystercatchers are pairing along the outer shingle. Please keep below the strandline.',
    hours: 'Open every day from dawn to dusk. Spit Hide is locked at 18:00.',
    topics: ['birds', 'shingle'],
  },
  {
    slug: 'harrow-marsh',
    name: 'Harrow Marsh',
    line: 'Four square miles of reed, sluice and open water.',
    hides: 'Sluice Hide has a ramp and low windows; Reed Hide is reached by a boardwalk.',
    way: 'From Harrow village by the drove road, twenty minutes on foot.',
    warden: 'Two bitterns have been booming from the north reedbed since Sunday.',
    hours: 'Open every day from 08:00 to 20:00.',
    topics: ['birds', 'wetland'],
  },
  {
    slug: 'quillet-dunes',
    name: 'Quillet Dunes',
    line: 'A mile of living sand with its own toads and its own orchids.',
    hides: 'There is one open shelter above the slack.',
    way: 'Park at the golf lane and follow the white posts.',
    warden: 'Natterjacks are calling in the second slack after dark. Torches down, please.',
    hours: 'Open at all hours. The car park closes at 21:00.',
    topics: ['plants', 'amphibians'],
  },
  {
    slug: 'low-fleet',
    name: 'Low Fleet',
    line: 'Mudflats that hold thirty thousand waders at the turn of the year.',
    hides: 'The Long Hide seats forty and has a stove in winter.',
    way: 'The station at Low Fleet is ten minutes away, all on the level.',
    warden: 'Grey plover numbers are down and knot are up. The count is on the board.',
    hours: 'Open every day from 07:00 to 19:00.',
    topics: ['birds', 'mudflat'],
  },
  {
    slug: 'skarn-head',
    name: 'Skarn Head',
    line: 'Cliffs of dark slate above the cold race.',
    hides: 'No hides: a rail and a windbreak at the point.',
    way: 'By the cliff path from Skarn harbour. It is steep and there is no shade.',
    warden: 'The path at the third gate has slipped again; keep to the inland side.',
    hours: 'Open at all hours. Dogs on leads from the first gate.',
    topics: ['birds', 'cliff'],
  },
  {
    slug: 'gannet-stack',
    name: 'Gannet Stack',
    line: 'Eleven thousand pairs on one rock, seen from the boat.',
    hides: 'Seen from the boat only; landing is not allowed.',
    way: 'Boats leave Skarn harbour at 09:30 and 13:30 in fair weather.',
    warden: 'First birds are back on the west ledge. The stack turns white in three weeks.',
    hours: 'Boats run from April to September, sea permitting.',
    topics: ['birds', 'island'],
  },
] as const;

const reservePages: readonly DemoPage[] = reserves.flatMap(reserve => [
  {
    path: `/visit/${reserve.slug}`,
    title: reserve.name,
    type: 'reserve' as const,
    layout: 'main-and-aside',
    standfirst: reserve.line,
    picture: reserve.slug,
    topics: reserve.topics,
  },
  {
    path: `/visit/${reserve.slug}/hides`,
    title: `Hides at ${reserve.name}`,
    standfirst: reserve.hides,
    body: paragraphs(
      'Hides are open whenever the reserve is. Come in quietly, open the shutters slowly, and close them when you leave.',
      'There are no lights and no heating unless it says so here.',
    ),
    menuLabel: 'Hides',
  },
  {
    path: `/visit/${reserve.slug}/getting-here`,
    title: `Getting to ${reserve.name}`,
    standfirst: reserve.way,
    body: paragraphs('We ask visitors to come by train or bus where they can. The lanes are narrow and the verges are full of orchids.'),
    menuLabel: 'Getting here',
  },
]);

/** All pages of the demo, parents before children. */
export const demoPages: readonly DemoPage[] = [
  {
    path: '/',
    title: 'Merrowby Coast Reserves',
    layout: 'front',
    standfirst: 'Six reserves between the marsh and the open sea.',
    picture: 'dawn-count',
  },
  {
    path: '/visit',
    title: 'Visit',
    standfirst: 'Six reserves, each with its own tides, paths and seasons.',
    body: paragraphs(
      'All six are free to walk. Some close in part while birds are nesting; what is closed is said at the top of each page, on the day.',
    ),
    picture: 'low-fleet',
  },
  { path: '/wildlife', title: 'Wildlife', standfirst: 'What lives here, and when to look for it.', picture: 'gannet-stack' },
  { path: '/whats-on', title: 'What’s on', standfirst: 'Walks, counts and evenings with the wardens.', picture: 'moth-night' },
  { path: '/notices', title: 'Notices', standfirst: 'Closures, warnings and news from the wardens.' },
  {
    path: '/join',
    reviewBy: [20, '00:00'],
    title: 'Join',
    standfirst: 'From £3 a month, and the coast stays open to everyone.',
    body: paragraphs(
      'Members park free, get the tide tables by post and may book the Long Hide for an evening each winter.',
      'Most of all they keep the wardens in boots.',
    ),
  },
  {
    path: '/schools',
    reviewBy: [-3, '00:00'],
    title: 'Schools',
    standfirst: 'A day on the mud teaches more than a term about it.',
    body: paragraphs('We take classes of up to thirty, from seven years old. Waterproofs can be borrowed.'),
  },
  {
    path: '/about',
    title: 'About',
    standfirst: 'A trust of nine wardens, forty volunteers and one very old boat.',
    body: paragraphs('The trust began in 1931 with a hut on Tern Point and a rota of watchers.'),
  },
  ...reservePages,
  {
    path: '/visit/opening-hours',
    title: 'Opening hours',
    standfirst: 'The paths keep the hours of the light; the hides and car parks keep ours.',
    body: paragraphs('Winter hours hold until the end of March. Hides close an hour before dusk.'),
  },
  {
    path: '/visit/causeway-crossing',
    title: 'Crossing the causeway',
    standfirst: 'It floods twice a day, and faster than it looks.',
    body:
      paragraphs('Look up the times for the day, leave a margin of half an hour, and never start on a rising tide.') +
      table('How long the crossing takes', [
        ['Way', 'Out', 'Back by', 'Take with you'],
        ['On foot, in company', '50 minutes', 'two hours before high water', '<a href="/visit/opening-hours">the hours of the hides</a>'],
        ['On foot, with a child', '75 minutes', 'three hours before high water', 'dry socks'],
        ['By the trust’s cart', '25 minutes', 'one hour before high water', '<strong>nothing that floats</strong>'],
      ]),
    topics: ['safety'],
  },
  {
    path: '/visit/parking',
    title: 'Parking',
    standfirst: '£4 a day; free for members who show their card.',
    body: paragraphs('Low Fleet and Harrow Marsh have places for blue badges beside the hide.'),
  },
  {
    path: '/visit/access',
    title: 'Access for everyone',
    standfirst: 'Boardwalks, ramps, and two wheelchairs with fat tyres to borrow.',
    body: paragraphs('Ring the lodge a day ahead and a chair will wait for you at Low Fleet.'),
  },
  {
    path: '/visit/dogs',
    title: 'Dogs',
    standfirst: 'Welcome on leads, except where birds nest on the ground.',
    body: paragraphs('From April to August there are no dogs on Tern Point, Quillet Dunes or the stack boats.'),
  },
  {
    path: '/wildlife/little-tern',
    title: 'Little tern',
    type: 'species',
    standfirst: 'Forty grams, and it comes from Senegal.',
    body: paragraphs('It nests on bare shingle just above the tide, and one dog can empty a colony.'),
    picture: 'tern-point',
    topics: ['birds', 'shingle'],
  },
  {
    path: '/wildlife/avocet',
    title: 'Avocet',
    type: 'species',
    standfirst: 'Sweeps the shallows with a bill that turns up.',
    picture: 'low-fleet',
    topics: ['birds', 'mudflat'],
  },
  {
    path: '/wildlife/bittern',
    title: 'Bittern',
    type: 'species',
    standfirst: 'Heard for miles and seen by hardly anyone.',
    picture: 'harrow-marsh',
    topics: ['birds', 'wetland'],
  },
  {
    path: '/wildlife/natterjack-toad',
    title: 'Natterjack toad',
    type: 'species',
    standfirst: 'The toad that runs, and sings on warm nights.',
    picture: 'quillet-dunes',
    topics: ['amphibians'],
  },
  {
    path: '/wildlife/gannet',
    title: 'Gannet',
    type: 'species',
    standfirst: 'Dives at sixty miles an hour and folds at the last moment.',
    picture: 'gannet-stack',
    topics: ['birds', 'cliff'],
  },
  {
    path: '/wildlife/sea-holly',
    title: 'Sea holly',
    type: 'species',
    standfirst: 'Blue, sharp, and deeper rooted than the dune is high.',
    picture: 'dune-flowers',
    topics: ['plants'],
  },
  {
    path: '/wildlife/grey-seal',
    title: 'Grey seal',
    type: 'species',
    standfirst: 'Pups in November on the skerries below Skarn Head.',
    picture: 'skarn-head',
    topics: ['mammals'],
  },
  {
    path: '/wildlife/marsh-harrier',
    title: 'Marsh harrier',
    type: 'species',
    standfirst: 'Quarters the reeds with its wings in a shallow V.',
    picture: 'harrow-marsh',
    topics: ['birds', 'wetland'],
  },
  {
    path: '/whats-on/spring-tide-talk',
    title: 'Spring tide talk',
    type: 'event',
    standfirst: 'Why the equinox brings the highest water, with a bucket and an orange.',
    takesPlace: [3, '19:00'],
    takesPlaceUntil: [3, '20:30'],
    picture: 'low-fleet',
    topics: ['safety'],
  },
  {
    path: '/whats-on/dawn-wader-count',
    title: 'Dawn wader count',
    type: 'event',
    standfirst: 'Count with us on the falling tide. Telescopes can be borrowed.',
    takesPlace: [9, '06:15'],
    takesPlaceUntil: [9, '09:00'],
    repeats: ['FREQ=WEEKLY;INTERVAL=2;COUNT=8', 37],
    moved: { from: 23, to: [24, '07:00'] },
    picture: 'dawn-count',
    topics: ['birds'],
  },
  {
    path: '/whats-on/dune-flowers-for-beginners',
    title: 'Dune flowers for beginners',
    type: 'event',
    standfirst: 'Three mornings, ten plants each to know by name before lunch.',
    takesPlace: [23, '10:00'],
    takesPlaceUntil: [25, '12:30'],
    picture: 'dune-flowers',
    topics: ['plants'],
  },
  {
    path: '/whats-on/night-of-the-moths',
    title: 'Night of the moths',
    type: 'event',
    standfirst: 'Sheets, lamps and whatever comes.',
    takesPlace: [37, '21:30'],
    picture: 'moth-night',
    topics: ['insects'],
  },
  {
    path: '/whats-on/boat-to-the-stack',
    title: 'First boat to the stack',
    type: 'event',
    standfirst: 'The first sailing of the year, with the warden aboard.',
    takesPlace: [20, '09:30'],
    isFeatured: true,
    picture: 'gannet-stack',
    topics: ['birds'],
  },
  {
    path: '/whats-on/winter-roost-evening',
    title: 'Winter roost evening',
    type: 'event',
    standfirst: 'Thirty thousand knot coming in to sleep.',
    takesPlace: [-24, '15:30'],
    shelvedFrom: [-10, '00:00'],
    picture: 'winter-shore',
    topics: ['birds'],
  },
  {
    path: '/notices/creek-hide-roof',
    thenLeadsTo: '/notices',
    title: 'Creek Hide has a new roof',
    type: 'news',
    standfirst: 'Larch shingles from Harrow wood, and no more drips on the telescope.',
    takesPlace: [-6, '09:00'],
    authors: ['Ailsa Trevanion'],
    inMenu: false,
  },
  {
    path: '/notices/path-slip-at-skarn',
    title: 'Path slip at Skarn Head',
    type: 'news',
    standfirst: 'The third gate is passable on the inland side only.',
    takesPlace: [-15, '12:00'],
    authors: ['Rhun Pascoe'],
    inMenu: false,
    topics: ['safety'],
  },
  {
    path: '/notices/record-knot-count',
    title: 'A record count of knot',
    type: 'news',
    standfirst: '31,400 on the January tide, the most since counting began.',
    body: '<p>Eleven people counted for four hours, in flocks of a hundred and then in tens.<span data-note="The method is that of the spring counts: see https://counts.example/method."></span> The old record stood at 28,900.<span data-note="February 1994, with the wind in the east."></span></p>',
    takesPlace: [-40, '17:00'],
    authors: ['Ailsa Trevanion', 'Rhun Pascoe'],
    isFeatured: true,
    shelvedFrom: [12, '06:00'],
    inMenu: false,
  },
  {
    path: '/join/members',
    title: 'For members',
    standfirst: 'Your tables, your offers, your vote.',
    body: paragraphs(
      `The tide tables for the quarter, the winter bookings for the Long Hide, and the minutes of the last meeting. Here is the <a href="${fileLink(fileIdOfPath('/media/members-programme.svg'))}">spring programme</a>.`,
    ),
    membersOnly: true,
  },
  {
    path: '/join/gift',
    title: 'Give a year',
    standfirst: 'A year on the coast for somebody else.',
    body: paragraphs('We post the card, the tables and a feather that we did not pluck.'),
  },
  {
    path: '/schools/visits',
    title: 'Class visits',
    standfirst: 'Tuesdays to Thursdays, ten until two.',
    body: paragraphs('Tell us the age, the number and the tide you can manage.'),
  },
  {
    path: '/schools/resources',
    title: 'For the classroom',
    standfirst: 'Tide clocks to cut out, calls to learn, and a food web that fits on a wall.',
  },
  { path: '/about/people', title: 'People', standfirst: 'The wardens and who to ask for what.' },
  { path: '/about/volunteer', title: 'Volunteer', standfirst: 'Forty people, three hours a week, all weathers.' },
  { path: '/about/contact', title: 'Contact', standfirst: 'The lodge answers from nine to five; the tide line at all hours.' },
  { path: '/about/privacy', title: 'Privacy', standfirst: 'We keep as little as we can and sell none of it.', inMenu: false },
];
