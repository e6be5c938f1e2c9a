import { z } from 'zod';
import * as almanac from './almanac';
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
  listEndings: {
    method: 'get',
    path: '/endings',
    summary: 'What ends soon, has ended lately, or is to be looked over, with what readers get then.',
    query: endings.endingsQuery,
    answer: endings.endings,
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
} as const satisfies Record<string, Operation>;
