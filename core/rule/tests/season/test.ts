import { holdsInstant, unionOf, type Interval } from '../../../schedule/interval';
import type { Instant } from '../../../schedule/local-time';
import { say } from '../../../tongue/say';
import { recurring, type RecurringTest } from '../recurring/test';
import type { WhenTestKind } from '../test-kind';
import { intervalOfWindow, type WindowTest } from '../window/test';

/** During a season that is kept under a name. */
export interface SeasonTest {
  readonly test: 'season';
  /** Id of the season. */
  readonly season: string;
  /** The season's dates, where it has been looked up; never stored. Without them it is never on. */
  readonly dates?: readonly (WindowTest | RecurringTest)[];
}

interface Dates {
  /** Of the windows, sorted and apart. */
  readonly once: readonly Interval[];
  readonly again: readonly RecurringTest[];
}

const none: Dates = { once: [], again: [] };
const sorted = new WeakMap<NonNullable<SeasonTest['dates']>, Dates>();

function datesOf({ dates }: SeasonTest): Dates {
  if (!dates) return none;
  const known = sorted.get(dates);
  if (known) return known;
  const made: Dates = {
    once: unionOf(dates.flatMap(each => (each.test === 'window' ? [intervalOfWindow(each)] : []))),
    again: dates.flatMap(each => (each.test === 'recurring' ? [each] : [])),
  };
  sorted.set(dates, made);
  return made;
}

/** See {@link SeasonTest}. */
export const season: WhenTestKind<SeasonTest> = {
  name: 'season',
  label: 'during a season',
  parameters: [{ name: 'season', label: 'Season', kind: 'short text', help: '', from: 'seasons' }],
  schema: z => z.strictObject({ test: z.literal('season'), season: z.uuid({ error: () => say`An id is a UUID.` }) }),
  phrase: (test, _style, names) => say`during ${names.sharedRule(test.season)}`,
  holds: test => {
    const { once, again } = datesOf(test);
    const holdAgain = again.map(each => recurring.holds(each));
    return moment => once.some(each => holdsInstant(each, moment)) || holdAgain.some(holds => holds(moment));
  },
  openings: (test, span) => {
    const { once, again } = datesOf(test);
    return [
      ...once.filter(each => each.from < span.until && each.until > span.from),
      ...again.flatMap(each => recurring.openings(each, span)),
    ];
  },
  nextBoundary: (test, moment) => {
    const { once, again } = datesOf(test);
    const next: readonly Instant[] = [
      ...once.flatMap(each => [each.from, each.until]).filter(at => at > moment),
      ...again.map(each => recurring.nextBoundary(each, moment)),
    ];
    return next.reduce((a, b) => Math.min(a, b), Infinity);
  },
  comesAgain: true,
};
