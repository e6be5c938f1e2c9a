import type { Interval } from '../../schedule/interval';
import type { Instant } from '../../schedule/local-time';
import { openingsWithin, type RecurringWindow } from '../../schedule/recurrence';
import type { WhenTestKind } from './test-kind';

/** How far ahead a recurring window is looked for; a rule of RFC 5545 may open as seldom as every leap day. */
export const recurrenceReach = 8 * 366 * 86_400_000;

/** What a test that comes again means in time. @param windowOf - the window that comes again */
export function recurringTime<Test extends { readonly test: string }>(
  windowOf: (test: Test) => RecurringWindow,
): Pick<WhenTestKind<Test>, 'holds' | 'openings' | 'nextBoundary' | 'comesAgain'> {
  return {
    holds: test => moment => openingsWithin(windowOf(test), { from: moment, until: moment + 1 }).length > 0,
    openings: (test, span) => openingsWithin(windowOf(test), span),
    nextBoundary: (test, moment) =>
      upcoming(windowOf(test), moment)
        .flatMap(each => [each.from, each.until])
        .filter(at => at > moment)
        .reduce((a, b) => Math.min(a, b), Infinity),
    comesAgain: true,
  };
}

// Most recurring windows open within the year; only for the rest is it worth listing many years.
function upcoming(window: RecurringWindow, moment: Instant): readonly Interval[] {
  const year = 400 * 86_400_000;
  const soon = openingsWithin(window, { from: moment - 1, until: moment + year });
  return soon.some(each => each.until > moment) ? soon : openingsWithin(window, { from: moment - 1, until: moment + recurrenceReach });
}
