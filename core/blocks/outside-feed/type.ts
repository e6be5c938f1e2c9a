import type { Field } from '../../fields/index';
import { writeFullMoment } from '../../format/moment';
import { feedReadEvery, feedStaleAfter } from '../../outside/feed';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'address',
    label: 'Address of the feed',
    kind: 'short text',
    help: 'RSS or Atom, beginning with https:// or http://. It is read every hour; what was read last stays when it cannot be.',
    required: true,
    most: 1_000,
  },
  {
    name: 'most',
    label: 'At most',
    kind: 'number',
    help: 'How many entries are shown, the newest first as the feed has them.',
    least: 1,
    most: 30,
    initial: 5,
  },
  { name: 'showsText', label: 'With their text', kind: 'yes or no', help: 'The first words of each. Off shows titles.' },
  { name: 'showsDate', label: 'With their date', kind: 'yes or no', help: 'Off shows none.', initial: true },
  {
    name: 'whenEmpty',
    label: 'When there are none',
    kind: 'short text',
    help: 'Shown until it was read once, or when it is empty. Empty shows nothing at all.',
    most: 200,
    hasOwnWords: true,
  },
];

/** How much of an entry's text is shown, in characters. */
const mostText = 240;

/** What a feed elsewhere says, read by the server: readers’ browsers ask nobody but this site. */
export const outsideFeed: BlockType = {
  name: 'outside feed',
  label: 'Feed from elsewhere',
  purpose: 'Partners and outside',
  description: 'What a feed elsewhere says, read by the server: readers’ browsers ask nobody but this site.',
  version: 1,
  fields,
  feedIn: 'address',
  model: ({ fields: chosen, snapshot, style, outside }) => {
    const feed = outside(String(chosen['address']));
    const entries = (feed?.entries ?? []).slice(0, Number(chosen['most'])).map(({ title, address, text, at }) => ({
      title,
      address,
      text: chosen['showsText'] ? cut(text) : '',
      when: chosen['showsDate'] && at !== null ? writeFullMoment(at, style) : '',
    }));
    const isStale = feed !== null && snapshot.moment - feed.readAt > feedStaleAfter;
    return {
      data: { entries, readAt: isStale ? writeFullMoment(feed.readAt, style) : '' },
      validUntil: (feed === null ? snapshot.moment : Math.max(feed.readAt, snapshot.moment)) + (feed === null ? 60_000 : feedReadEvery),
    };
  },
};

function cut(text: string): string {
  if (text.length <= mostText) return text;
  return `${text.slice(0, text.lastIndexOf(' ', mostText))} …`;
}
