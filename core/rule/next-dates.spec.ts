import { nextDates, nextDateWords } from './next-dates';

const zone = 'Europe/London';
const style = { zone, locale: 'en-GB', now: Date.parse('2027-03-01T00:00Z') };
const daily = (start: string, end: string) => ({ test: 'recurring', start, end, zone, rule: 'FREQ=DAILY' }) as const;
const told = (when: Parameters<typeof nextDates>[0], from: string, most: number) =>
  nextDates(when, Date.parse(from), most).map(each => nextDateWords(each, { ...style, now: Date.parse(from) }));

// In the IANA database the clocks of Europe/London go forward on 28 March 2027 at 01:00 UTC and back on 31 October at 01:00 UTC.
describe('nextDates', () => {
  it('says of which dates the clocks go over the beginning or the end', () => {
    expect(told(daily('2027-01-01T01:30', '2027-01-01T05:00'), '2027-03-26T12:00Z', 3)).toEqual([
      'Sat 27 March, 01:30 to Sat 27 March, 05:00',
      'Sun 28 March, 02:00 to Sun 28 March, 05:00 (the clocks go forward over its beginning: it begins at once after that)',
      'Mon 29 March, 01:30 to Mon 29 March, 05:00',
    ]);
    expect(told(daily('2027-01-01T00:15', '2027-01-01T01:45'), '2027-03-27T12:00Z', 1)).toEqual([
      'Sun 28 March, 00:15 to Sun 28 March, 02:00 (the clocks go forward over its end: it ends at once after that)',
    ]);
  });
  it('says which come twice', () => {
    expect(told(daily('2027-01-01T01:30', '2027-01-01T05:00'), '2027-10-30T12:00Z', 1)).toEqual([
      'Sun 31 October, 01:30 to Sun 31 October, 05:00 (its beginning comes twice that day: it begins at the first)',
    ]);
  });
  it('leaves alone what was typed as the hour to which the clocks go', () =>
    expect(told(daily('2027-01-01T02:00', '2027-01-01T05:00'), '2027-03-27T12:00Z', 1)).toEqual([
      'Sun 28 March, 02:00 to Sun 28 March, 05:00',
    ]));
  it('says what has no end', () =>
    expect(told({ test: 'window', from: null, until: null }, '2027-03-18T10:00Z', 3)).toEqual(['now, until further notice']));
  it('begins with what is open now, and looks further where little comes within the year', () => {
    expect(told(daily('2027-01-01T09:00', '2027-01-01T17:00'), '2027-03-18T10:00Z', 1)).toEqual(['now to Thu 18 March, 17:00']);
    const leap = { test: 'recurring', start: '2024-02-29T00:00', end: '2024-03-01T00:00', zone, rule: 'FREQ=YEARLY' } as const;
    expect(told(leap, '2027-03-01T00:00Z', 10)).toEqual(['Tue, 29 February 2028', 'Sun, 29 February 2032']);
  });
});
