import { keeping, keptFor } from '../../collection/keeping';
import type { Field } from '../../fields/index';
import { writeFullSpan, writeMonth, type MomentStyle } from '../../format/moment';
import { descendants } from '../../listing/listing';
import { monthFrom, monthOf, spanOfMonth, type CalendarDay, type CalendarMonth, type Dated, type OnADay } from '../../listing/month';
import { endOfDay } from '../../listing/order';
import { askedOf, blockParameter, withParameters } from '../../listing/results';
import { endOf, nextTurn, runningStart, startsAfter, startsWithin } from '../../listing/start';
import { standfirstOf, takesPlaceOf, topicsOf } from '../../page/page';
import { mayRead } from '../../placement/resolve';
import type { Interval } from '../../schedule/interval';
import { localTimeAt, type Instant } from '../../schedule/local-time';
import { beneathFront } from '../../site/beneath-front';
import type { PageNode, SiteSnapshot } from '../../site/snapshot';
import { capitalised } from '../../tongue/say';
import type { BlockContext, BlockPart, BlockType } from '../block-type';

/** How many months before and after the present one have an address of their own. */
const reach = { before: 12, after: 24 } as const;

/** What takes place, as a calendar shows it. */
interface CalendarEntry {
  readonly title: string;
  readonly path: string;
  readonly when: string;
  readonly time: string;
  readonly standfirst: string;
  /** Where it is to be had for a calendar of one’s own. */
  readonly file: string;
}

/** A day as a calendar shows it. */
interface ShownDay extends Pick<CalendarDay<unknown>, 'date' | 'number' | 'isToday'> {
  /** What marks it, as the names of a class. */
  readonly kind: string;
  readonly entries: readonly (CalendarEntry & Pick<OnADay<unknown>, 'goesOn'>)[];
  /** How much more there is. */
  readonly further: number;
}

const fields: readonly Field[] = [
  { name: 'beneath', label: 'Pages beneath', kind: 'page', help: 'Empty takes all that takes place at a time, wherever it stands.' },
  { name: 'topics', label: 'With one of the topics', kind: 'topics', help: 'Empty takes any topic, and none.' },
  {
    name: 'shownAs',
    label: 'Shown as',
    kind: 'choice',
    help: 'A month at a time, or what is to come in order.',
    choices: [
      { value: 'month', label: 'Month' },
      { value: 'agenda', label: 'Agenda' },
    ],
  },
  {
    name: 'most',
    label: 'At most',
    kind: 'number',
    help: 'How many are listed.',
    least: 1,
    most: 100,
    initial: 20,
    askedWhen: { field: 'shownAs', is: ['agenda'] },
  },
  { name: 'whenEmpty', label: 'When there is none', kind: 'short text', help: 'Empty says nothing.', most: 200, hasOwnWords: true },
];

/** What takes place, month by month or in order. */
export const calendar: BlockType = {
  name: 'calendar',
  label: 'Calendar',
  purpose: 'To find more',
  description: 'What takes place, month by month or in order.',
  version: 1,
  fields,
  model: calendarPart,
};

// Every calendar of a site asks for those around the same month.
const monthsAround = keeping(12, present =>
  Array.from({ length: reach.before + reach.after + 1 }, (_, index) => monthFrom(present, index - reach.before)),
);

/** A month as it is shown. */
interface ShownMonth {
  readonly weeks: readonly (readonly ShownDay[])[];
  readonly weekdays: CalendarMonth<unknown>['weekdays'];
  readonly isEmpty: boolean;
}

/** Of how many months what is shown is kept, for one tree of pages. */
const mostMonthsKept = 6;

const monthsOf = keptFor<SiteSnapshot['pageById'], ShownMonth>(mostMonthsKept);

function calendarPart(context: BlockContext): BlockPart {
  const { fields: chosen, snapshot, style } = context;
  const { pages, key } = datedPages(context);
  const lasting = { dependsOn: snapshot.pageReaderFacts, validUntil: endOfDay(snapshot.moment, style.zone) };
  if (chosen['shownAs'] === 'agenda') {
    const most = Number(chosen['most']);
    const startsOf = (page: PageNode) => {
      const running = runningStart(page, snapshot.moment);
      return [...(running === null ? [] : [running]), ...startsAfter(page, snapshot.moment, most)];
    };
    const ahead = pages.flatMap(page => startsOf(page).map(at => ({ at, page }))).sort((a, b) => a.at - b.at);
    const next = pages.reduce((first, page) => Math.min(first, nextTurn(page, snapshot.moment)), Infinity);
    const entries = ahead.slice(0, most).map(({ at, page }) => entryOf(page, at, snapshot, style));
    return { data: { entries }, dependsOn: snapshot.pageReaderFacts, validUntil: next };
  }
  const present = localTimeAt(snapshot.moment, style.zone).slice(0, 7);
  const name = blockParameter('month', context.blockId);
  const months = monthsAround(present);
  const asked = askedOf(context.query, name, months);
  const month = asked ?? present;
  const address = context.page?.address ?? '';
  const linkTo = (to: string | undefined) =>
    to === undefined
      ? null
      : { words: capitalised(writeMonth(to, style.locale)), path: withParameters(address, [to === present ? '' : `${name}=${to}`]) };
  const at = months.indexOf(month);
  return {
    data: {
      month: capitalised(writeMonth(month, style.locale)),
      shown: monthShown(month, { pages, key }, context),
      before: linkTo(months[at - 1]),
      after: linkTo(months[at + 1]),
    },
    ...lasting,
    queryTests: months.filter(each => each !== present).map(value => ({ test: 'query', name, value })),
  };
}

// All calendars that show the same pages to the same day show one month, made once for as long as the pages stay.
function monthShown(month: string, { pages, key }: DatedPages, { snapshot, style }: BlockContext): ShownMonth {
  const make = (): ShownMonth => {
    const times = pages.flatMap(page => timesOf(page, spanOfMonth(month)));
    const { weeks: laidOut, weekdays } = monthOf(month, times, { zone: style.zone, locale: style.locale, now: snapshot.moment });
    const weeks = laidOut.map(week => week.map(day => dayOf(day, snapshot, style)));
    return { weeks, weekdays, isEmpty: weeks.every(week => week.every(day => day.entries.length === 0)) };
  };
  const today = localTimeAt(snapshot.moment, style.zone).slice(0, 10);
  return key === null ? make() : monthsOf(snapshot.pageById).at(`${month} ${today} ${style.zone} ${style.locale} ${key}`, make);
}

/** One of the times at which what a page tells of begins. */
interface Timed {
  readonly page: PageNode;
  readonly when: Instant;
}

/** What lasts less long stands on the day on which it begins, though it goes on past midnight. */
const severalDays = 24 * 3_600_000;

/** How much is named of one day; how much more there is is counted. */
const mostOnADay = 20;

/** When what a page tells of takes place within a span, what began before it and goes on among it. */
function timesOf(page: PageNode, span: Interval): readonly Dated<Timed>[] {
  const running = runningStart(page, span.from);
  const starts = [...(running !== null && running < span.from ? [running] : []), ...startsWithin(page, span)];
  return starts.map(when => {
    const end = endOf(page, when);
    return { at: when, ...(end !== null && end - when >= severalDays && { until: end }), entry: { page, when } };
  });
}

/** What ends on the day on which it begins anew stands there once. @param entries - in order of when they begin */
function onceEach(entries: readonly OnADay<Timed>[]): readonly OnADay<Timed>[] {
  const last = new Map(entries.map(({ entry }) => [entry.page, entry.when]));
  return entries.filter(({ entry, goesOn }) => !goesOn || last.get(entry.page) === entry.when);
}

/** A day with what is on; days beside the month have nothing. */
function dayOf({ date, number, isOfMonth, isToday, entries }: CalendarDay<Timed>, snapshot: SiteSnapshot, style: MomentStyle): ShownDay {
  const all = isOfMonth && entries.length > 0 ? onceEach(entries) : [];
  const told = all.slice(0, mostOnADay).map(({ entry, goesOn }) => ({ ...entryOf(entry.page, entry.when, snapshot, style), goesOn }));
  // Said in one, since to ask in the template for each mark of each of forty days takes longer than all else.
  const kind = `${isOfMonth ? '' : 'beside'}${isToday ? ' today' : ''}${told.length === 0 ? ' free' : ''}`;
  return { date, number, isToday, kind, entries: told, further: all.length - told.length };
}

/** What takes place that a calendar tells of. */
interface DatedPages {
  readonly pages: readonly PageNode[];
  /** What says the same for the same pages of one tree; null where some of them are not for whoever reads. */
  readonly key: string | null;
}

function datedPages({ fields: chosen, snapshot, reader }: BlockContext): DatedPages {
  const root = snapshot.pageById.get(String(chosen['beneath']));
  const topics = new Set(chosen['topics'] as readonly string[]);
  const asked = (root ? descendants(root) : snapshot.pages).filter(
    page => takesPlaceOf(page.value) !== null && (topics.size === 0 || topicsOf(page.value).some(each => topics.has(each))),
  );
  const pages = asked.filter(page => mayRead(page, reader));
  return { pages, key: pages.length === asked.length ? JSON.stringify([root?.id, ...topics]) : null };
}

function entryOf(page: PageNode, at: number, snapshot: SiteSnapshot, style: MomentStyle): CalendarEntry {
  const time = localTimeAt(at, style.zone).slice(11);
  return {
    title: page.value.title,
    path: page.address,
    when: writeFullSpan(at, endOf(page, at), style),
    time: time === '00:00' ? '' : time,
    standfirst: standfirstOf(page.value),
    file: beneathFront(snapshot, `/events/${page.id}.ics`),
  };
}
