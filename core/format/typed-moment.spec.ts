import fc from 'fast-check';
import { typedDate, typedMoment, typedTime, writeTyped } from './typed-moment';

const today = '2027-03-18';

describe('typed dates and times', () => {
  // Forms that are in use in British English: common practice; ISO 8601 for the last.
  const dates: readonly (readonly [typed: string, date: string | null])[] = [
    ['28 March 2027', '2027-03-28'],
    ['28 Mar 2027', '2027-03-28'],
    ['28th March, 2027', '2027-03-28'],
    ['Sunday 28 March 2027', '2027-03-28'],
    ['28/3/2027', '2027-03-28'],
    ['28.03.2027', '2027-03-28'],
    ['3 Sept 2027', '2027-09-03'],
    ['28 March', '2027-03-28'],
    ['1 March', '2028-03-01'],
    ['today', '2027-03-18'],
    ['Tomorrow', '2027-03-19'],
    ['2027-03-28', '2027-03-28'],
    ['31 April 2027', null],
    ['soon', null],
    ['', null],
  ];
  for (const [typed, date] of dates) it(`takes “${typed}” for ${date ?? 'no date'}`, () => expect(typedDate(typed, today)).toBe(date));

  const times: readonly (readonly [typed: string, time: string | null])[] = [
    ['6', '06:00'],
    ['6:30', '06:30'],
    ['06.30', '06:30'],
    ['0630', '06:30'],
    ['6 pm', '18:00'],
    ['12am', '00:00'],
    ['24:00', null],
    ['13 pm', null],
    ['6:3', null],
  ];
  for (const [typed, time] of times) it(`takes “${typed}” for ${time ?? 'no time'}`, () => expect(typedTime(typed)).toBe(time));

  const moments: readonly (readonly [typed: string, moment: string | null])[] = [
    ['28 March 2027, 01:30', '2027-03-28T01:30'],
    ['28 March 2027 1:30', '2027-03-28T01:30'],
    ['28 March 2027 at 6 pm', '2027-03-28T18:00'],
    ['28 March 2027', '2027-03-28T00:00'],
    ['tomorrow 0630', '2027-03-19T06:30'],
    ['2027-03-28T01:30', '2027-03-28T01:30'],
    ['2027-13-28T01:30', null],
    ['28 March 2027, 25:00', null],
  ];
  for (const [typed, moment] of moments)
    it(`takes “${typed}” for ${moment ?? 'no moment'}`, () => expect(typedMoment(typed, today)).toBe(moment));

  it('reads back what it writes', () => {
    const minutes = fc.integer({ min: Date.UTC(1970, 0, 1) / 60_000, max: Date.UTC(2199, 11, 31) / 60_000 });
    fc.assert(
      fc.property(minutes, minute => {
        const local = new Date(minute * 60_000).toISOString().slice(0, 16);
        expect(typedMoment(writeTyped(local), today)).toBe(local);
        expect(typedDate(writeTyped(local.slice(0, 10)), today)).toBe(local.slice(0, 10));
      }),
      { numRuns: 300 },
    );
  });
});

describe('dates as other languages write them', () => {
  const day = fc
    .date({ min: new Date('1970-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
    .map(date => date.toISOString().slice(0, 10));
  for (const locale of ['en-GB', 'en-US', 'de', 'cy', 'fr'])
    it(`are read as they are written in ${locale}`, () => {
      fc.assert(
        fc.property(day, date => {
          expect(typedDate(writeTyped(date, locale), '2027-03-18', locale)).toBe(date);
          expect(typedMoment(writeTyped(`${date}T06:30`, locale), '2027-03-18', locale)).toBe(`${date}T06:30`);
        }),
        { numRuns: 60 },
      );
    });

  for (const [typed, date] of [
    ['28. März 2027', '2027-03-28'],
    ['Do., 18. März 2027', '2027-03-18'],
    ['28.3.2027', '2027-03-28'],
    ['28 Mär', '2027-03-28'],
    ['3. Okt. 2027', '2027-10-03'],
    ['28 March 2027', '2027-03-28'],
    ['heute', '2027-03-18'],
    ['morgen', '2027-03-19'],
    ['31. Februar 2027', null],
    ['irgendwann', null],
  ] as const)
    it(`“${typed}” in German is ${date ?? 'none'}`, () => expect(typedDate(typed, '2027-03-18', 'de')).toBe(date));
});
