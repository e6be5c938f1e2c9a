import type { Change } from '@contract/messages';
import type { FieldValues } from '@core/fields/field';
import type { PlacementValue } from '@core/placement/placement';
import { everywhere, type Rule } from '@core/rule/rule';
import { generateKeyBetween } from 'fractional-indexing';
import { v7 as uuidv7 } from 'uuid';
import { begunPage, newRecord, type BegunPage } from './front-page';
import { writtenBlock } from './written';

type Written = Omit<BegunPage, 'parentId' | 'order' | 'segment'>;

/** The pages of the small site by path, each beneath the one that its path says. */
export const smallSitePages: Readonly<Record<string, Written>> = {
  '/': { title: '', layout: 'front' },
  '/about': {
    title: 'About us',
    standfirst: 'Who we are and what we do, in two sentences that a visitor can repeat.',
    body: '<p>Say here why you are there, for whom, and since when. What is more than three paragraphs long is better a page of its own beneath this one: it then stands in the menu beside the text.</p>',
  },
  '/about/people': {
    title: 'People',
    standfirst: 'Who does what here.',
    body: '<p>Name people with what they can be asked, and how.</p>',
  },
  '/about/how-to-find-us': {
    title: 'How to find us',
    standfirst: 'On foot, by bus, by car, and what to know before you come.',
    body: '<h2>By bus</h2><p>The line, the stop, and how far it is from there.</p><h2>By car</h2><p>Where to park, and where not to.</p><h2>Access</h2><p>Steps, doors, seats, light: what somebody must know before setting out.</p>',
  },
  '/news': { title: 'News', standfirst: 'What has happened lately.' },
  '/news/our-site-is-here': {
    title: 'Our site is here',
    type: 'news',
    standfirst: 'A first piece of news, to show where the next ones go.',
    body: '<p>A new page of the type <em>news</em> beneath <em>News</em> stands in the listing there and on the front page, without anybody putting it there.</p>',
    inMenu: false,
  },
  '/whats-on': { title: 'What’s on', standfirst: 'What is to come.' },
  '/whats-on/open-day': {
    title: 'Open day',
    type: 'event',
    standfirst: 'Come and see what we do.',
    body: '<p>Give an event its date where the page says when it takes place. It then leaves the listing by itself once it has begun.</p>',
    inMenu: false,
  },
  '/contact': {
    title: 'Contact',
    standfirst: 'How to reach us.',
    body: '<p>Address, telephone, e-mail, and when somebody answers.</p>',
  },
  '/accessibility': {
    title: 'Accessibility',
    standfirst: 'How this site can be used, and whom to tell when it cannot.',
    body: '<p>Say what you have done, what you know does not work yet, and who answers.</p>',
    layout: 'one-column',
    inMenu: false,
  },
  '/privacy': {
    title: 'Privacy',
    standfirst: 'What we know of you, and for how long.',
    body: '<p>This site keeps one cookie, for those who sign in. Add what you keep besides.</p>',
    layout: 'one-column',
    inMenu: false,
  },
};

/** The parts that every page of the small site is dressed with, and where. */
interface Dressing {
  readonly type: string;
  readonly title: string;
  readonly fields: FieldValues;
  readonly target: PlacementValue['target'];
  readonly rule?: Partial<Rule>;
  readonly showsTitle?: boolean;
  readonly reason?: string;
}

/**
 * A small sensible site: a dozen pages with menus, listings, a notice strip and a foot. What each is there for is said in
 * its own place, to the staff alone.
 */
export function smallSite({ name, description }: { readonly name: string; readonly description: string }): readonly Change[] {
  const ids = new Map(Object.keys(smallSitePages).map(path => [path, uuidv7()]));
  const id = (path: string): string => ids.get(path)!;
  const next = orderKeys();
  const pages = Object.entries(smallSitePages).map(([path, page]) =>
    newRecord(
      'page',
      begunPage({
        ...page,
        title: page.title || name,
        standfirst: path === '/' ? description : page.standfirst,
        segment: path.slice(path.lastIndexOf('/') + 1),
        parentId: path === '/' ? null : id(path.slice(0, path.lastIndexOf('/')) || '/'),
        order: next(),
      }),
      id(path),
    ),
  );
  return [...pages, ...dressings(id).flatMap(each => placed(each, next()))];
}

function dressings(id: (path: string) => string): readonly Dressing[] {
  const region = (name: string) => ({ kind: 'region' as const, name });
  const on = (path: string): Partial<Rule> => ({ where: { any: [{ test: 'page', page: id(path) }] } });
  const staff: Rule['who'] = { any: (['writer', 'editor', 'manager', 'administrator'] as const).map(role => ({ test: 'role', role })) };
  const toStaff = (words: string, target: PlacementValue['target'], rule: Partial<Rule>): Dressing => ({
    type: 'notice',
    title: `In its own place: ${target.name.replace(/-/g, ' ')}`,
    fields: { tone: 'calm', canBePutAway: false, text: words, linkLabel: '', linkTo: '' },
    target,
    rule: { ...rule, who: staff },
    showsTitle: false,
    reason: 'Explains what stands here, to whoever builds the site. Take it off when it has been read.',
  });
  return [
    {
      type: 'notice',
      title: 'The site is being built',
      fields: {
        tone: 'caution',
        canBePutAway: true,
        text: 'This site is being built; what it says is still an example.',
        linkLabel: '',
        linkTo: '',
      },
      target: region('notice-strip'),
      showsTitle: false,
      reason: 'So that nobody takes the examples at their word. Take it off when the site says what is so.',
    },
    {
      type: 'menu',
      title: 'Sections of the site',
      fields: { start: id('/'), levels: 1, closedBranches: false },
      target: region('site-header'),
      showsTitle: false,
    },
    {
      type: 'breadcrumb',
      title: 'Where you are',
      fields: { leadIn: '', homeLabel: 'Home', showsCurrent: true, separator: '›' },
      target: { kind: 'insertion point', name: 'before-content' },
      rule: { where: { none: [{ test: 'front page' }] } },
      showsTitle: false,
    },
    {
      type: 'menu',
      title: 'In this section',
      fields: { start: '', levels: 2, closedBranches: false },
      target: region('aside'),
      rule: { where: { any: [{ test: 'within', page: id('/about') }] } },
    },
    {
      type: 'hero',
      title: 'Opening of the front page',
      fields: { heading: '', text: '', picture: '', height: 'low', linkLabel: 'What we do', linkTo: '/about' },
      target: region('opening'),
      rule: on('/'),
      showsTitle: false,
    },
    {
      type: 'listing',
      title: 'Latest news',
      fields: { beneath: id('/news'), depth: 'all', order: 'newest', most: 3, shownAs: 'list', whenEmpty: '' },
      target: region('main'),
      rule: on('/'),
    },
    {
      type: 'listing',
      title: 'What’s on next',
      fields: { beneath: id('/whats-on'), depth: 'all', order: 'soonest', most: 3, shownAs: 'list', whenEmpty: 'Nothing is planned yet.' },
      target: region('main'),
      rule: on('/'),
    },
    {
      type: 'listing',
      title: 'All news',
      fields: { beneath: '', depth: 'all', order: 'newest', most: 20, shownAs: 'list', whenEmpty: 'There is no news yet.' },
      target: region('main'),
      rule: on('/news'),
      showsTitle: false,
    },
    {
      type: 'listing',
      title: 'All that is on',
      fields: { beneath: '', depth: 'all', order: 'soonest', most: 20, shownAs: 'list', whenEmpty: 'Nothing is planned yet.' },
      target: region('main'),
      rule: on('/whats-on'),
      showsTitle: false,
    },
    {
      type: 'rich text',
      title: 'At the foot of every page',
      fields: {
        body: '<p><a href="/contact">Contact</a> · <a href="/accessibility">Accessibility</a> · <a href="/privacy">Privacy</a></p>',
      },
      target: region('site-foot'),
      showsTitle: false,
    },
    toStaff(
      'Only the staff reads these pale lines. This page consists of blocks: open Arrange to see which, why each is here, and to put others beside them.',
      region('main'),
      on('/'),
    ),
    toStaff('This menu shows what lies beneath About us; it stands on every page of that section, later ones too.', region('aside'), {
      where: { any: [{ test: 'within', page: id('/about') }] },
    }),
  ];
}

function placed({ type, title, fields, target, rule, showsTitle = true, reason = '' }: Dressing, order: string): readonly Change[] {
  const block = newRecord('block', writtenBlock(type, title, fields));
  const placement: PlacementValue = {
    version: 1,
    blockId: block.recordId,
    target,
    order,
    rule: { ...everywhere, ...rule },
    off: false,
    look: '',
    align: 'start',
    title: { show: showsTitle ? 'block' : 'none', own: '' },
    anchor: '',
    reason,
  };
  return [block, newRecord('placement', placement)];
}

function orderKeys(): () => string {
  let last: string | null = null;
  return () => (last = generateKeyBetween(last, null));
}
