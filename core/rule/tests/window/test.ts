import { localTimeSchema } from '../../../fields/moment/moment';
import { writeEnd, writeMoment } from '../../../format/moment';
import { holdsInstant, type Interval } from '../../../schedule/interval';
import { instantOf, isLocalDateTime, isTimeZone, type LocalTime } from '../../../schedule/local-time';
import { readTime, timeText } from '../../text-reader';
import type { WhenTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** From one time until another; an end that is left open has none. */
export interface WindowTest {
  readonly test: 'window';
  readonly from: LocalTime | null;
  readonly until: LocalTime | null;
}

/** The interval of a window; open ends are infinite. */
export function intervalOfWindow(test: WindowTest): Interval {
  return { from: test.from ? instantOf(test.from) : -Infinity, until: test.until ? instantOf(test.until) : Infinity };
}

/** See {@link WindowTest}. */
export const window: WhenTestKind<WindowTest> = {
  name: 'window',
  label: 'from a time until another',
  parameters: [
    { name: 'from', label: 'From', kind: 'moment', help: 'Empty: it has always begun.' },
    { name: 'until', label: 'Until', kind: 'moment', help: 'Empty: until further notice.' },
  ],
  schema: z =>
    z
      .strictObject({ test: z.literal('window'), from: localTimeSchema(z).nullable(), until: localTimeSchema(z).nullable() })
      .superRefine((test, context) => {
        // Runs even when a time itself cannot be read, which is told of already.
        if (![test.from, test.until].every(time => time === null || (isLocalDateTime(time.local) && isTimeZone(time.zone)))) return;
        const { from, until } = intervalOfWindow(test);
        if (from >= until) context.addIssue({ code: 'custom', path: ['until'], message: say`The end must lie after the beginning.` });
      }),
  phrase: (test, style) => {
    const from = test.from ? say`from ${writeMoment(instantOf(test.from), style)} ` : '';
    return say`${from}until ${test.until ? writeEnd(instantOf(test.until), style) : say`further notice`}`;
  },
  text: {
    write: test => `window from ${timeText(test.from)} until ${timeText(test.until)}`,
    read: reader => {
      if (!reader.takes('window from')) return null;
      const from = readTime(reader);
      reader.expect('until');
      return { test: 'window', from, until: readTime(reader) };
    },
  },
  holds: test => {
    const interval = intervalOfWindow(test);
    return moment => holdsInstant(interval, moment);
  },
  openings: test => [intervalOfWindow(test)],
  nextBoundary: (test, moment) => {
    const { from, until } = intervalOfWindow(test);
    return from > moment ? from : until > moment ? until : Infinity;
  },
  comesAgain: false,
};
