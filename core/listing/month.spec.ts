import fc from 'fast-check';
import { monthFrom, monthOf } from './month';

describe('month', () => {
  const at = (month: string, locale = 'en-GB', entries: Parameters<typeof monthOf<string>>[1] = []) =>
    monthOf(month, entries, { zone: 'Europe/London', locale, now: Date.parse('2027-03-18T09:40Z') });

  it('stands in whole weeks that begin as they do where the language is spoken', () => {
    // First days of the week: Unicode CLDR supplemental data, weekData; from memory.
    const first = (locale: string) => at('2027-03', locale).weeks[0]![0]!.date;
    expect([first('en-GB'), first('en-US'), first('ar-EG'), first('de')]).toEqual(['2027-03-01', '2027-02-28', '2027-02-27', '2027-03-01']);
    expect(at('2027-03', 'de').weekdays.map(each => each.long)).toEqual(
      ['Montag', 'Dienstag', 'Mittwoch', 'Donnerstag', 'Freitag', 'Samstag', 'Sonntag'], // prettier-ignore
    );
  });

  it('has every one of its days once, in order, and no week without any', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1970, max: 2200 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom('en-GB', 'en-US', 'ar-EG'),
        (year, number, locale) => {
          const month = `${year}-${String(number).padStart(2, '0')}`;
          const { weeks } = at(month, locale);
          const days = weeks.flat();
          const own = days.filter(each => each.isOfMonth);
          expect(own.map(each => each.number)).toEqual(
            Array.from({ length: new Date(Date.UTC(year, number, 0)).getUTCDate() }, (_, index) => index + 1),
          );
          expect(own.every(each => each.date.startsWith(month))).toBeTrue();
          expect(weeks.every(week => week.length === 7 && week.some(each => each.isOfMonth))).toBeTrue();
          days.slice(1).forEach((each, index) => expect(Date.parse(each.date) - Date.parse(days[index]!.date)).toBe(86_400_000));
        },
      ),
    );
  });

  it('puts what takes place on its day in the zone of the site, in order of time, and marks today', () => {
    const { weeks } = at('2027-03', 'en-GB', [
      { at: Date.parse('2027-03-28T19:00Z'), entry: 'evening' },
      { at: Date.parse('2027-03-28T00:30Z'), entry: 'just after midnight' },
      // Summer time has begun: half past eleven in UTC is the next day in London.
      { at: Date.parse('2027-03-28T23:30Z'), entry: 'the day after' },
    ]);
    const days = weeks.flat();
    expect(days.find(each => each.date === '2027-03-28')!.entries.map(each => each.entry)).toEqual(['just after midnight', 'evening']);
    expect(days.find(each => each.date === '2027-03-29')!.entries).toEqual([{ entry: 'the day after', goesOn: false }]);
    expect(days.filter(each => each.isToday).map(each => each.date)).toEqual(['2027-03-18']);
    expect([monthFrom('2027-12', 1), monthFrom('2027-01', -1), monthFrom('2027-03', 24)]).toEqual(['2028-01', '2026-12', '2029-03']);
  });

  it('puts what goes on on each day that it touches, from before the month and until after it', () => {
    const lasts = (from: string, to: string) => {
      const { weeks } = at('2027-03', 'en-GB', [{ at: Date.parse(from), until: Date.parse(to), entry: 'x' }]);
      const on = weeks.flat().filter(each => each.entries.length > 0);
      return [on.length, on[0]?.date, on[0]?.entries[0]!.goesOn, on.at(-1)?.date, on.at(-1)?.entries[0]!.goesOn];
    };
    expect(lasts('2027-03-05T10:00Z', '2027-03-07T00:00Z')).toEqual([2, '2027-03-05', false, '2027-03-06', true]);
    // Summer time has begun on the 28th: the day ends an hour earlier in UTC.
    expect(lasts('2027-03-27T10:00Z', '2027-03-28T23:00Z')).toEqual([2, '2027-03-27', false, '2027-03-28', true]);
    expect(lasts('2026-01-01T10:00Z', '2028-01-01T10:00Z')).toEqual([35, '2027-03-01', true, '2027-04-04', true]);
    expect(lasts('2027-03-05T10:00Z', '2027-03-05T10:00Z')).toEqual([1, '2027-03-05', false, '2027-03-05', false]);
  });
});
