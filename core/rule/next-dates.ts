import { isMidnight, writeFullDay, writeFullMoment, type MomentStyle } from '../format/moment';
import { IANAZone } from 'luxon';
import type { Interval } from '../schedule/interval';
import { localTimeAt, resolveLocalTime, type Instant } from '../schedule/local-time';
import { say } from '../tongue/say';
import type { RuleTree, WhenTest } from './rule';
import { recurrenceReach } from './tests/recurring-time';
import { testsOf } from './tree';
import { openTimeWithin } from './when';

/** What the clocks do at an end of a date: go forward over the time that was typed, or back so that it comes twice. */
export type ClockChange = 'skipped' | 'repeated' | null;

/** One of the next times at which something is open. */
export interface NextDate extends Interval {
  readonly opens: ClockChange;
  readonly closes: ClockChange;
}

/**
 * The next times at which a when part holds, the present one first if it does.
 * @param when - with the dates of its seasons
 * @param most - how many
 * @returns the last of them without end where none is in sight
 */
export function nextDates(when: RuleTree<WhenTest>, from: Instant, most: number): readonly NextDate[] {
  // Most of what comes again does so within the year; only for the rest is it worth listing many.
  const listed = (reach: number) => openTimeWithin(when, { from, until: from + reach });
  const soon = listed(400 * 86_400_000).filter(each => each.until < from + 400 * 86_400_000);
  const endless = (each: Interval) => (each.until < from + recurrenceReach ? each : { ...each, until: Infinity });
  const open = soon.length >= most ? soon : listed(recurrenceReach).map(endless);
  const typed = typedTimes(when);
  return open.slice(0, most).map(each => ({ ...each, opens: clockChangeAt(each.from, typed), closes: clockChangeAt(each.until, typed) }));
}

/** A date in words, and why it is not quite when one would think. */
export function nextDateWords({ from, until, opens, closes }: NextDate, style: MomentStyle): string {
  if (until === Infinity)
    return from <= style.now ? say`now, until further notice` : say`${writeFullMoment(from, style)}, until further notice`;
  const words = spanWords(from, until, style);
  if (opens === 'skipped') return say`${words} (the clocks go forward over its beginning: it begins at once after that)`;
  if (closes === 'skipped') return say`${words} (the clocks go forward over its end: it ends at once after that)`;
  if (opens === 'repeated') return say`${words} (its beginning comes twice that day: it begins at the first)`;
  if (closes === 'repeated') return say`${words} (its end comes twice that day: it ends at the first)`;
  return words;
}

// Of whole days people name the first and the last.
function spanWords(from: Instant, until: Instant, style: MomentStyle): string {
  const isNow = from <= style.now;
  if (!isMidnight(until, style) || !(isNow || isMidnight(from, style))) {
    const end = writeFullMoment(until, style);
    return isNow ? say`now to ${end}` : say`${writeFullMoment(from, style)} to ${end}`;
  }
  const [first, last] = [writeFullDay(from, style), writeFullDay(until - 1, style)];
  return isNow ? say`now to ${last}` : first === last ? first : say`${first} to ${last}`;
}

/** Per zone, the times of day that were typed. */
type TypedTimes = ReadonlyMap<string, ReadonlySet<string>>;

function typedTimes(when: RuleTree<WhenTest>): TypedTimes {
  const times = new Map<string, Set<string>>();
  const add = (zone: string, time: string) => times.set(zone, (times.get(zone) ?? new Set()).add(time.slice(-5)));
  const read = (tests: readonly WhenTest[]): void => {
    for (const test of tests) {
      if (test.test === 'recurring') [test.start, test.end].forEach(each => add(test.zone, each));
      if (test.test === 'time of day') [test.from, test.until].forEach(each => add(test.zone, each));
      if (test.test === 'season') read(test.dates ?? []);
    }
  };
  read(testsOf(when));
  return times;
}

function clockChangeAt(instant: Instant, typed: TypedTimes): ClockChange {
  if (instant === Infinity) return null;
  for (const [zone, times] of typed) {
    const local = localTimeAt(instant, zone);
    const isTyped = times.has(local.slice(11));
    if (isTyped && resolveLocalTime({ local, zone }).kind === 'repeated') return 'repeated';
    const offset = (at: Instant) => IANAZone.create(zone).offset(at);
    if (!isTyped && offset(instant) > offset(instant - 1)) return 'skipped';
  }
  return null;
}
