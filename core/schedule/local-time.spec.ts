import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { instantOf, localTimeAt, resolveLocalTime } from './local-time';

const utc = (text: string) => Date.parse(text);

describe('resolveLocalTime', () => {
  // RFC 5545 section 3.3.5; offsets from the IANA database, computed with two independent implementations.
  const gapsAndFolds: readonly (readonly [zone: string, local: string, kind: string, first: string, later: string])[] = [
    ['Europe/London', '2026-03-29T01:30', 'skipped', '2026-03-29T01:30Z', '2026-03-29T01:30Z'],
    ['Europe/London', '2026-10-25T01:30', 'repeated', '2026-10-25T00:30Z', '2026-10-25T01:30Z'],
    ['Europe/Paris', '2026-03-29T02:30', 'skipped', '2026-03-29T01:30Z', '2026-03-29T01:30Z'],
    ['Europe/Paris', '2026-10-25T02:30', 'repeated', '2026-10-25T00:30Z', '2026-10-25T01:30Z'],
    ['America/New_York', '2007-03-11T02:30', 'skipped', '2007-03-11T07:30Z', '2007-03-11T07:30Z'],
    ['America/New_York', '2007-11-04T01:30', 'repeated', '2007-11-04T05:30Z', '2007-11-04T06:30Z'],
    ['Australia/Lord_Howe', '2026-10-04T02:15', 'skipped', '2026-10-03T15:45Z', '2026-10-03T15:45Z'],
    ['Australia/Lord_Howe', '2026-04-05T01:45', 'repeated', '2026-04-04T14:45Z', '2026-04-04T15:15Z'],
    ['Pacific/Apia', '2011-12-30T12:00', 'skipped', '2011-12-30T22:00Z', '2011-12-30T22:00Z'],
    ['Africa/Casablanca', '2026-03-22T02:30', 'skipped', '2026-03-22T02:30Z', '2026-03-22T02:30Z'],
    ['Africa/Casablanca', '2026-02-15T02:30', 'repeated', '2026-02-15T01:30Z', '2026-02-15T02:30Z'],
    ['Asia/Kathmandu', '2026-01-01T00:00', 'exact', '2025-12-31T18:15Z', '2025-12-31T18:15Z'],
  ];
  for (const [zone, local, kind, first, later] of gapsAndFolds) {
    it(`reads ${local} in ${zone} as ${kind}`, () => {
      expect(resolveLocalTime({ local, zone })).toEqual({ instant: utc(first), kind: kind as 'exact' });
      expect(instantOf({ local, zone, choice: 'later' })).toBe(utc(later));
    });
  }

  it('agrees with an independent implementation on any minute of six years', () => {
    const zones = ['Europe/London', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu'];
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.date({ min: new Date('2025-01-01'), max: new Date('2030-12-31'), noInvalidDate: true }),
        (zone, date) => {
          const local = date.toISOString().slice(0, 16);
          const oracle = Temporal.PlainDateTime.from(local).toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds;
          expect(instantOf({ local, zone })).toBe(oracle);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('writes an instant back as the local time it came from, unless that is skipped', () => {
    expect(localTimeAt(utc('2027-04-01T05:00Z'), 'Europe/London')).toBe('2027-04-01T06:00');
    expect(localTimeAt(instantOf({ local: '2026-03-29T01:30', zone: 'Europe/London' }), 'Europe/London')).toBe('2026-03-29T02:30');
  });

  it('refuses a date that does not exist and a zone that does not exist', () => {
    expect(() => instantOf({ local: '2027-02-30T06:00', zone: 'Europe/London' })).toThrowError(RangeError);
    expect(() => instantOf({ local: '2027-02-20T06:00', zone: 'Europe/Atlantis' })).toThrowError(RangeError);
  });
});

describe('the zone data', () => {
  // IANA time zone database: the instants at which London changes its clocks.
  const transitions = [
    '2025-03-30',
    '2025-10-26',
    '2026-03-29',
    '2026-10-25',
    '2027-03-28',
    '2027-10-31',
    '2028-03-26',
    '2028-10-29',
    '2029-03-25',
    '2029-10-28',
    '2030-03-31',
    '2030-10-27',
  ];
  for (const day of transitions) {
    it(`changes London’s clocks at 01:00 UTC on ${day}`, () => {
      const at = utc(`${day}T01:00Z`);
      const offset = (instant: number) => utc(`${localTimeAt(instant, 'Europe/London')}Z`) - instant;
      expect(offset(at - 60_000)).not.toBe(offset(at));
    });
  }
});
