import fc from 'fast-check';
import { instantOf, localTimeAt, type LocalTime } from './local-time';
import { isRepetitionRule, lastStart, nextStart, startsAfter, startsWithin, type Repetition } from './repetition';
import { rrulestr } from './rrule';

const zone = 'America/New_York';
const local = (starts: readonly number[]) => starts.map(at => localTimeAt(at, zone));
const day = 86_400_000;

describe('what comes again', () => {
  // Source: RFC 5545 section 3.8.5.3, examples of recurrence rules, with DTSTART;TZID=America/New_York:19970902T090000.
  const first: LocalTime = { local: '1997-09-02T09:00', zone };
  const examples: readonly (readonly [rule: string, starts: readonly string[]])[] = [
    ['FREQ=DAILY;COUNT=10', ['09-02', '09-03', '09-04', '09-05', '09-06', '09-07', '09-08', '09-09', '09-10', '09-11']],
    ['FREQ=WEEKLY;COUNT=10', ['09-02', '09-09', '09-16', '09-23', '09-30', '10-07', '10-14', '10-21', '10-28', '11-04']],
    ['FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=TU,TH;COUNT=8', ['09-02', '09-04', '09-16', '09-18', '09-30', '10-02', '10-14', '10-16']],
    ['FREQ=MONTHLY;BYDAY=TU,WE,TH;BYSETPOS=3;COUNT=3', ['09-04', '10-07', '11-06']],
  ];
  for (const [rule, dates] of examples)
    it(`${rule}, as in RFC 5545`, () => {
      const repetition = { rule, without: [] };
      const all = startsWithin(first, repetition, { from: instantOf(first), until: instantOf(first) + 200 * day });
      // The first time counts in any case, also where the rule begins later.
      expect(local(all)).toEqual([...new Set(['09-02', ...dates])].map(date => `1997-${date}T09:00`));
      expect(isRepetitionRule(rule)).toBeTrue();
    });

  it('keeps its time of day over a change of the clocks, and is called off by the date of its place', () => {
    const walk: LocalTime = { local: '2027-03-20T10:00', zone: 'Europe/London' };
    const starts = startsAfter(walk, { rule: 'FREQ=WEEKLY', without: ['2027-04-03'] }, instantOf(walk) - 1, 3);
    // In 2027 the clocks of the United Kingdom go forward on 28 March (the last Sunday of March; the Summer Time Order 2002).
    expect(starts.map(at => new Date(at).toISOString())).toEqual(['2027-03-20T10:00:00.000Z', '2027-03-27T10:00:00.000Z', '2027-04-10T09:00:00.000Z']); // prettier-ignore
  });

  const rules = fc.constantFrom(
    'FREQ=DAILY',
    'FREQ=DAILY;INTERVAL=3;COUNT=40',
    'FREQ=WEEKLY;BYDAY=MO,WE,SA',
    'FREQ=WEEKLY;INTERVAL=2',
    'FREQ=MONTHLY;BYDAY=-1SU',
    'FREQ=MONTHLY;BYMONTHDAY=31',
    'FREQ=YEARLY;UNTIL=20310101T000000Z',
  );
  const called = fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 5 });

  const moves = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 400 })), { maxLength: 3 });

  it('comes when the rule library says, less what is called off or moved, which is where it was moved to; the next and the last follow from that', () => {
    fc.assert(
      fc.property(
        rules,
        called,
        moves,
        fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 1, maxLength: 4 }),
        (rule, off, some, asked) => {
          const begin: LocalTime = { local: '2027-05-05T19:30', zone: 'UTC' };
          const begun = instantOf(begin);
          const without = off.map(count => new Date(begun + count * day).toISOString().slice(0, 10));
          const day0 = (count: number) => new Date(begun + count * day).toISOString();
          const moved = some.map(([from, to]) => ({ date: day0(from).slice(0, 10), to: `${day0(to).slice(0, 10)}T08:15` }));
          const repetition: Repetition = { rule, without, moved };
          const span = { from: begun, until: begun + 1_000 * day };
          const listed = rrulestr(`DTSTART:20270505T193000Z\nRRULE:${rule}`).between(new Date(span.from), new Date(span.until - 1), true);
          const expected = [...new Set([begun, ...listed.map(each => each.getTime())])]
            .sort((a, b) => a - b)
            .filter(at => ![...without, ...moved.map(each => each.date)].includes(new Date(at).toISOString().slice(0, 10)))
            .concat(
              [...new Set(moved.map(each => each.to))].map(to => Date.parse(`${to}Z`)).filter(at => at >= span.from && at < span.until),
            )
            .sort((a, b) => a - b);
          expect(startsWithin(begin, repetition, span)).toEqual(expected);
          // In whatever order it is asked, what was answered before does not show.
          for (const moment of asked.map(ahead => begun + ahead * day + 1)) {
            // Whatever ends within sight has no next time, or one beyond what was listed.
            const next = nextStart(begin, repetition, moment);
            const ahead = expected.find(at => at > moment) ?? null;
            expect(ahead === null ? next === null || next >= span.until : next === ahead).toBeTrue();
            expect(lastStart(begin, repetition, moment)).toBe(expected.filter(at => at <= moment).at(-1) ?? null);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it('happens once where it does not come again', () => {
    const at = instantOf(first);
    expect([nextStart(first, null, at - 1), nextStart(first, null, at), lastStart(first, null, at), lastStart(first, null, at - 1)]).toEqual([at, null, at, null]); // prettier-ignore
  });

  for (const rule of [
    '',
    'weekly',
    'FREQ=HOURLY',
    'FREQ=WEEKLY;COUNT=2;UNTIL=20270101T000000Z',
    'FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=DAILY;BYMINUTE=1,2;BYHOUR=1,2,3,4,5,6,7,8,9,10,11,12,13',
  ])
    // prettier-ignore
    it(`refuses “${rule}”`, () => expect(isRepetitionRule(rule)).toBeFalse());
});
