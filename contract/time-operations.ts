import { z } from 'zod';
import * as almanac from './almanac';
import * as between from './between';
import * as feeds from './calendar-feeds';
import * as endings from './endings';
import type { Operation } from './operations';
import * as seasons from './seasons';

/** The operations about the plan in time. */
export const timeOperations = {
  readAlmanac: {
    method: 'get',
    path: '/almanac',
    summary: 'What readers have and will have within a span of time, what changes by itself, and where the plan has holes.',
    query: almanac.almanacQuery,
    answer: almanac.almanac,
  },
  readBetween: {
    method: 'get',
    path: '/between',
    summary: 'What changes on the site between two moments, in the past as readers had it.',
    query: between.betweenQuery,
    answer: between.between,
  },
  readBetweenOnPage: {
    method: 'post',
    isQuestion: true,
    path: '/between/page',
    summary: 'What changes on a page between two moments, as one reader has it in one locale, and why.',
    body: between.betweenOnPageWish,
    answer: between.betweenOnPage,
  },
  listEndings: {
    method: 'get',
    path: '/endings',
    summary: 'What ends soon, has ended lately, or is to be looked over, with what readers get then.',
    query: endings.endingsQuery,
    answer: endings.endings,
  },
  listCalendarFeeds: {
    method: 'get',
    path: '/calendar-feeds',
    summary: 'One’s own private addresses at which a calendar reads the plan.',
    answer: feeds.calendarFeeds,
  },
  makeCalendarFeed: {
    method: 'post',
    path: '/calendar-feeds',
    summary: 'Makes a private address at which a calendar reads the plan. It is told this once.',
    body: feeds.calendarFeedWish,
    answer: feeds.calendarFeeds,
  },
  endCalendarFeed: {
    method: 'delete',
    path: '/calendar-feeds/{id}',
    summary: 'Ends a private address: from then on it leads nowhere.',
    answer: feeds.calendarFeeds,
  },
  listSeasons: {
    method: 'get',
    path: '/seasons',
    summary: 'Seasons: dates under a name, the next of them, and what rests on each.',
    answer: z.array(seasons.seasonRow),
  },
  readCalendar: {
    method: 'post',
    isQuestion: true,
    path: '/calendar',
    summary: 'What a calendar of RFC 5545 says, by the names of its events, and what of it cannot be taken, by line. Nothing is stored.',
    body: seasons.calendarText,
    answer: seasons.calendarDates,
  },
  readCalendarElsewhere: {
    method: 'post',
    isQuestion: true,
    path: '/calendar/elsewhere',
    summary: 'What a calendar at an address elsewhere says now. Nothing is stored; seasons taken from it are held against it.',
    body: seasons.calendarAddress,
    answer: seasons.calendarDates,
  },
} as const satisfies Record<string, Operation>;
