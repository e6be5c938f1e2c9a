import { textSchema } from '../../../fields/text-schemas';
import { localTimeSchema } from '../../../fields/moment/moment';
import { writeDate } from '../../../format/moment';
import { instantOf } from '../../../schedule/local-time';
import { faultOfRecurrence, type RecurringWindow } from '../../../schedule/recurrence';
import { spokenRecurrence } from '../../spoken-recurrence';
import { quote } from '../../text-reader';
import { recurringTime } from '../recurring-time';
import type { WhenTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** A window that comes again by a rule. @see RFC 5545 section 3.3.10 */
export interface RecurringTest extends RecurringWindow {
  readonly test: 'recurring';
}

/** See {@link RecurringTest}. */
export const recurring: WhenTestKind<RecurringTest> = {
  name: 'recurring',
  label: 'a window that comes again',
  parameters: [
    { name: 'start', label: 'First from', kind: 'short text', help: '' },
    { name: 'end', label: 'First until', kind: 'short text', help: '' },
    { name: 'zone', label: 'Time zone', kind: 'short text', help: '' },
    { name: 'rule', label: 'Comes again', kind: 'short text', help: '' },
  ],
  schema: z => {
    const { local, zone } = localTimeSchema(z).shape;
    return z
      .strictObject({ test: z.literal('recurring'), start: local, end: local, zone, rule: textSchema(z, 300, false, 'one line') })
      .superRefine((test, context) => {
        const fault = faultOfRecurrence(test);
        if (fault === 'rule')
          context.addIssue({
            code: 'custom',
            path: ['rule'],
            message: say`Not a recurrence rule of RFC 5545 that repeats daily or more seldom and comes at some date.`,
          });
        if (fault === 'end')
          context.addIssue({ code: 'custom', path: ['end'], message: say`The end must lie after the beginning, and within a year of it.` });
      });
  },
  phrase: (test, style) => {
    const local = { ...style, zone: 'utc' };
    const wall = (time: string) => instantOf({ local: time, zone: 'utc' });
    const isWholeDays = test.start.endsWith('T00:00') && test.end.endsWith('T00:00');
    if (test.rule === 'FREQ=YEARLY' && isWholeDays) {
      const day = (instant: number) => writeDate(instant, { ...local, now: instant });
      return say`every year from ${day(wall(test.start))} to ${day(wall(test.end) - 86_400_000)}`;
    }
    const rule = spokenRecurrence(test.rule);
    return say`${rule}, from ${test.start.slice(11)} to ${test.end.slice(11)}, since ${writeDate(wall(test.start), local)}`;
  },
  text: {
    write: test => `recurring from ${quote(test.start)} until ${quote(test.end)} in ${quote(test.zone)} by ${quote(test.rule)}`,
    read: reader => {
      if (!reader.takes('recurring from')) return null;
      const start = reader.string();
      reader.expect('until');
      const end = reader.string();
      reader.expect('in');
      const zone = reader.string();
      reader.expect('by');
      return { test: 'recurring', start, end, zone, rule: reader.string() };
    },
  },
  ...recurringTime(test => test),
};
