import fc from 'fast-check';
import ICAL from 'ical.js';
import { instantOf } from '../schedule/local-time';
import { startsWithin } from '../schedule/repetition';
import { folded, unfolded } from './lines';
import { readCalendar } from './read-calendar';
import { writeCalendar, type CalendarEntry } from './write-calendar';

const zone = 'Europe/London';
const now = Date.parse('2027-03-18T09:40Z');
const calendar = (...lines: string[]) => ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:a', 'SUMMARY:Half-term', ...lines, 'END:VEVENT'];
const datesIn = (...lines: string[]) => readCalendar(calendar(...event(...lines)), zone, now).seasons[0]?.dates;
const faultsIn = (text: string) => readCalendar(text, zone, now).faults.map(({ line, detail }) => `${line}: ${detail}`);
const window = (from: string, until: string, at = zone) => ({
  test: 'window' as const,
  from: { local: from, zone: at },
  until: { local: until, zone: at },
});

describe('readCalendar', () => {
  const rows: readonly (readonly [what: string, lines: readonly string[], dates: unknown])[] = [
    ['whole days', ['DTSTART;VALUE=DATE:20270215', 'DTEND;VALUE=DATE:20270220'], window('2027-02-15T00:00', '2027-02-20T00:00')],
    ['one day without an end', ['DTSTART;VALUE=DATE:20270503'], window('2027-05-03T00:00', '2027-05-04T00:00')],
    [
      'a length',
      ['DTSTART;TZID=Europe/Paris:20270503T090000', 'DURATION:PT90M'],
      window('2027-05-03T09:00', '2027-05-03T10:30', 'Europe/Paris'),
    ],
    ['a time without a zone', ['DTSTART:20270503T090000', 'DTEND:20270503T100000'], window('2027-05-03T09:00', '2027-05-03T10:00')],
    ['universal time', ['DTSTART:20270503T090000Z', 'DTEND:20270503T100000Z'], window('2027-05-03T09:00', '2027-05-03T10:00', 'UTC')],
    ['what comes again', ['DTSTART;VALUE=DATE:20270401', 'DTEND;VALUE=DATE:20270901', 'RRULE:FREQ=YEARLY'], { test: 'recurring', start: '2027-04-01T00:00', end: '2027-09-01T00:00', zone, rule: 'FREQ=YEARLY' }], // prettier-ignore
    ['an end of the series by the clock of its place', ['DTSTART;TZID=America/New_York:19970902T090000', 'DTEND;TZID=America/New_York:19970902T100000', 'RRULE:FREQ=DAILY;UNTIL=19971224T000000Z'], { test: 'recurring', start: '1997-09-02T09:00', end: '1997-09-02T10:00', zone: 'America/New_York', rule: 'FREQ=DAILY;UNTIL=19971223T190000Z' }], // prettier-ignore
  ];
  for (const [what, lines, dates] of rows) it(`takes ${what}`, () => expect(datesIn(...lines)).toEqual([dates as never]));

  it('lists a series with exceptions, what is moved and what comes besides', () => {
    const text = calendar(
      ...event('DTSTART;TZID=Europe/London:20270301T090000', 'DTEND;TZID=Europe/London:20270301T100000', 'RRULE:FREQ=WEEKLY;COUNT=4', 'EXDATE;TZID=Europe/London:20270308T090000', 'RDATE;TZID=Europe/London:20270401T090000'), // prettier-ignore
      ...event('RECURRENCE-ID;TZID=Europe/London:20270315T090000', 'DTSTART;TZID=Europe/London:20270316T110000', 'DTEND;TZID=Europe/London:20270316T120000'), // prettier-ignore
    );
    expect(readCalendar(text, zone, now).seasons[0]!.dates.map(each => (each.test === 'window' ? each.from!.local : each.rule))).toEqual([
      '2027-03-01T09:00',
      '2027-03-22T09:00',
      '2027-04-01T09:00',
      '2027-03-16T11:00',
    ]);
  });

  it('puts dates of one name together, and joins folded lines', () => {
    const days = (from: string) => [`DTSTART;VALUE=DATE:${from}`, 'DURATION:P1D'];
    const text = calendar(...event(...days('20270215')), 'BEGIN:VEVENT', 'SUMMARY:Half', ' -term', ...days('20270531'), 'END:VEVENT');
    expect(readCalendar(text, zone, now)).toEqual({
      seasons: [
        { title: 'Half-term', dates: [window('2027-02-15T00:00', '2027-02-16T00:00'), window('2027-05-31T00:00', '2027-06-01T00:00')] },
      ],
      faults: [],
    });
  });

  const days = ['DTSTART;VALUE=DATE:20270215', 'DTEND;VALUE=DATE:20270220'];
  const bad: readonly (readonly [what: string, text: string, fault: RegExp])[] = [
    ['nothing', '', /1: The calendar breaks off/],
    ['something else', '<html>', /1: This is no calendar/],
    ['one that breaks off', 'BEGIN:VCALENDAR\nBEGIN:VEVENT\nSUMMARY:x', /3: The calendar breaks off/],
    ['ends in the wrong order', 'BEGIN:VCALENDAR\nBEGIN:VEVENT\nEND:VCALENDAR', /3: Something ends here/],
    ['a line folded without its space', calendar(...event('DESCRIPTION:long', 'and on', ...days)), /3: Line 7 is neither/],
    ['a zone that is none', calendar(...event('DTSTART;TZID=Mars/Olympus:20270215T090000', 'DTEND;TZID=Mars/Olympus:20270215T100000')), /3: No time zone “Mars/], // prettier-ignore
    ['an end before its beginning', calendar(...event('DTSTART;VALUE=DATE:20270220', 'DTEND;VALUE=DATE:20270215')), /3: It does not end/],
    ['a day that is none', calendar(...event('DTSTART;VALUE=DATE:20270230', 'DTEND;VALUE=DATE:20270301')), /3: /],
    ['a rule that never comes', calendar(...event(...days, 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30')), /3: It comes again by a rule/],
    ['a rule by the second', calendar(...event(...days, 'RRULE:FREQ=SECONDLY')), /3: It comes again by a rule/],
    [
      'more dates one by one than are taken',
      calendar(...event(...days, `RDATE;VALUE=DATE:${'20270301,'.repeat(400)}20270301`)),
      /3: It takes out, or adds, more than 400/,
    ],
    [
      'hours with exceptions',
      calendar(...event(...days, 'RRULE:FREQ=DAILY;BYHOUR=9,12', 'EXDATE;VALUE=DATE:20270301')),
      /3: A series with exceptions/,
    ],
    ['no beginning', calendar(...event('DTEND;VALUE=DATE:20270220')), /3: It has no beginning/],
  ];
  for (const [what, text, fault] of bad)
    it(`says by line what is wrong with ${what}`, () => expect(faultsIn(text).join('\n')).toMatch(fault));

  it('takes the rest of a calendar of which some cannot be taken, and leaves out what was called off', () => {
    const text = calendar(...event(...days), ...event('DTSTART:x'), ...event('STATUS:CANCELLED', 'DTSTART;VALUE=DATE:20280101'));
    const { seasons, faults } = readCalendar(text, zone, now);
    expect([seasons[0]!.dates.length, faults.map(each => each.line)]).toEqual([1, [9]]);
  });

  it('ends with any text at all', () => {
    const piece = fc.constantFrom('BEGIN:VEVENT', 'END:VEVENT', 'BEGIN:VCALENDAR', 'END:VCALENDAR', 'DTSTART:2027', 'RRULE:FREQ=YEARLY;COUNT=9', 'DTSTART;VALUE=DATE:20270215', ' folded', 'RDATE:x', 'DURATION:-P1D'); // prettier-ignore
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string()), { maxLength: 30 }), lines => {
        expect(() => readCalendar(lines.join('\r\n'), zone, now)).not.toThrow();
      }),
    );
  });
});

describe('writeCalendar', () => {
  const entry: fc.Arbitrary<CalendarEntry> = fc.record({
    uid: fc.uuid(),
    title: fc.string({ unit: 'grapheme', maxLength: 120 }),
    detail: fc.string({ unit: 'grapheme', maxLength: 300 }),
    address: fc.constantFrom('', 'https://reserves.example/almanac?at=1'),
    from: fc.integer({ min: 0, max: 4e9 }).map(each => each * 1_000),
    until: fc.option(fc.integer({ min: 4e9 + 1, max: 5e9 }).map(each => each * 1_000)),
    isTentative: fc.boolean(),
    changedAt: fc.integer({ min: 0, max: 4e9 }).map(each => each * 1_000),
  });

  // Read by an independent library, and line by line against RFC 5545 section 3.1.
  it('is read again as it was meant, in lines of at most 75 octets', () => {
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 4 }), entries => {
        const text = writeCalendar('Plan', entries, 60);
        for (const line of text.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
        const read = new ICAL.Component(ICAL.parse(text) as never[]);
        expect(read.getFirstPropertyValue('name')).toBe('Plan');
        const plain = (words: string) => words.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]/g, '').replace(/\r\n|\r/g, '\n'); // eslint-disable-line no-control-regex
        read.getAllSubcomponents('vevent').forEach((component, at) => {
          const { uid, title, detail, from, until, isTentative } = entries[at]!;
          const [start, end] = ['dtstart', 'dtend'].map(name => component.getFirstPropertyValue(name) as ICAL.Time | null);
          expect(component.getFirstPropertyValue('uid')).toBe(uid);
          expect(component.getFirstPropertyValue('summary')).toBe(plain(title));
          expect(component.getFirstPropertyValue('description') ?? '').toBe(plain(detail));
          expect(start!.toUnixTime() * 1_000).toBe(from);
          expect(end ? end.toUnixTime() * 1_000 : null).toBe(until);
          expect(component.getFirstPropertyValue('status')).toBe(isTentative ? 'TENTATIVE' : 'CONFIRMED');
        });
        expect(read.getAllSubcomponents('vevent').length).toBe(entries.length);
      }),
      { numRuns: 60 },
    );
  });

  it('folds without cutting a character, and unfolds to the same', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 400 }), words => {
        const line = `X:${words.replace(/[\r\n]/g, '')}`;
        expect(unfolded(folded(line)).map(each => each.text)).toEqual([line]);
      }),
    );
  });

  const rules = [
    'FREQ=WEEKLY',
    'FREQ=MONTHLY;BYDAY=1SA',
    'FREQ=DAILY;COUNT=200',
    'FREQ=WEEKLY;BYDAY=TU,SA;BYHOUR=9,19;UNTIL=20271101T235900Z',
  ];
  for (const [rule, at] of [
    ...rules.map(each => [each, 'Europe/London'] as const),
    [rules[0]!, 'America/New_York'],
    [rules[1]!, 'Australia/Lord_Howe'],
  ] as const)
    // prettier-ignore
    it(`writes what comes again so that an independent reader finds the same times: ${rule} in ${at}`, () => {
      const first = { local: '2027-01-05T19:30', zone: at };
      const repetition = { rule, without: ['2027-03-30', '2027-04-06'], moved: [{ date: '2027-04-13', to: '2027-04-14T10:15' }] };
      const plain = { uid: 'a', title: 'Walk', detail: '', address: '', until: instantOf(first) + 90 * 60_000, isTentative: false, changedAt: 0 };
      const text = writeCalendar('Walks', [{ ...plain, from: instantOf(first), repeats: { first, repetition } }], 60);
      const read = new ICAL.Component(ICAL.parse(text));
      const known = ICAL.TimezoneService.register(read.getFirstSubcomponent('vtimezone')!);
      expect(known).withContext(at).not.toBeNull();
      const event = new ICAL.Event(read.getFirstSubcomponent('vevent')!);
      expect(event.duration.toSeconds()).toBe(90 * 60);
      const iterator = event.iterator();
      const until = Date.parse('2028-06-01T00:00Z');
      const theirs: number[] = [];
      for (let next = iterator.next(); next; next = iterator.next()) {
        const found = next.toJSDate().getTime();
        if (found >= until) break;
        theirs.push(found);
      }
      expect(theirs).toEqual([...startsWithin(first, repetition, { from: 0, until })]);
      expect(theirs.length).toBeGreaterThan(10);
    });
});
