import { localTimeSchema } from '../../../fields/moment/moment';
import type { RecurringWindow } from '../../../schedule/recurrence';
import { quote } from '../../text-reader';
import { recurringTime } from '../recurring-time';
import type { WhenTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Each day between two wall-clock times, "06:00" to "18:30"; past midnight when the end lies before the beginning. */
export interface TimeOfDayTest {
  readonly test: 'time of day';
  readonly from: string;
  readonly until: string;
  readonly zone: string;
}

const dailyWindows = new WeakMap<TimeOfDayTest, RecurringWindow>();

/** The window that opens daily. */
function dailyWindow(test: TimeOfDayTest): RecurringWindow {
  const known = dailyWindows.get(test);
  if (known) return known;
  // The first day is of no account, only that it lies before any moment asked about.
  const made = {
    start: `2000-01-01T${test.from}`,
    end: `${test.until > test.from ? '2000-01-01' : '2000-01-02'}T${test.until}`,
    zone: test.zone,
    rule: 'FREQ=DAILY',
  };
  dailyWindows.set(test, made);
  return made;
}

/** See {@link TimeOfDayTest}. */
export const timeOfDay: WhenTestKind<TimeOfDayTest> = {
  name: 'time of day',
  label: 'each day between two times',
  parameters: [
    { name: 'from', label: 'From', kind: 'short text', help: '' },
    { name: 'until', label: 'Until', kind: 'short text', help: '' },
    { name: 'zone', label: 'Time zone', kind: 'short text', help: '' },
  ],
  schema: z => {
    const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: () => say`A time of day is written like 06:00.` });
    return z
      .strictObject({ test: z.literal('time of day'), from: clockTime, until: clockTime, zone: localTimeSchema(z).shape.zone })
      .refine(test => test.from !== test.until, { path: ['until'], error: () => say`The end must differ from the beginning.` });
  },
  phrase: test => say`daily from ${test.from} to ${test.until}`,
  text: {
    write: test => `time of day from ${quote(test.from)} until ${quote(test.until)} in ${quote(test.zone)}`,
    read: reader => {
      if (!reader.takes('time of day from')) return null;
      const from = reader.string();
      reader.expect('until');
      const until = reader.string();
      reader.expect('in');
      return { test: 'time of day', from, until, zone: reader.string() };
    },
  },
  ...recurringTime(dailyWindow),
};
