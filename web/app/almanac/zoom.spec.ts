import { dayBeside, marksOf, sightOf, zooms } from './zoom';

const london = { zone: 'Europe/London', locale: 'en-GB' };
const now = Date.parse('2027-03-18T09:40Z');
const iso = (at: number) => new Date(at).toISOString();

describe('what the Almanac shows', () => {
  it('begins with the day, week, month or year that holds now, unless a day is asked for', () => {
    const from = (zoom: string, day?: string) => sightOf(zoom, day, now, london).day;
    expect(zooms.map(each => from(each.name))).toEqual([
      '2027-03-18',
      '2027-03-15',
      '2027-03-01',
      '2027-03-01',
      '2027-01-01',
      '2027-01-01',
    ]);
    expect([from('week', '2027-05-03'), from('week', '30 February'), from('fortnight'), from('day', '9999-01-01')]).toEqual([
      '2027-05-03',
      '2027-03-15',
      '2027-03-01',
      '2027-03-18',
    ]);
  });

  it('goes on without a hole, over the changes of the clocks too', () => {
    for (const { name } of zooms) {
      const sight = sightOf(name, '2027-03-27', now, london);
      const next = sightOf(name, dayBeside(name, sight, 1, london), now, london);
      expect(next.from).withContext(name).toBe(sight.until);
      expect(sightOf(name, dayBeside(name, next, -1, london), now, london).from)
        .withContext(name)
        .toBe(sight.from);
    }
    // Clocks go forward on 28 March 2027: a day of 23 hours. IANA time zone database, Europe/London.
    const day = sightOf('day', '2027-03-28', now, london);
    expect([iso(day.from), iso(day.until)]).toEqual(['2027-03-28T00:00:00.000Z', '2027-03-28T23:00:00.000Z']);
  });

  it('marks every grain at its local times, and never too many', () => {
    for (const { name } of zooms) {
      const sight = sightOf(name, '2027-02-27', now, london);
      const marks = marksOf(name, sight, london);
      const light = marks.filter(each => !each.isHeavy);
      expect(marks.every(each => each.at >= sight.from && each.at < sight.until))
        .withContext(name)
        .toBeTrue();
      expect(light.length).withContext(name).toBeGreaterThan(5);
      expect(light.length).withContext(name).toBeLessThan(32);
    }
    const day = marksOf('day', sightOf('day', '2027-03-28', now, london), london).filter(each => !each.isHeavy);
    expect(day.map(each => each.text)).toEqual(['00:00', '03:00', '06:00', '09:00', '12:00', '15:00', '18:00', '21:00']);
    expect(iso(day[1]!.at)).toBe('2027-03-28T02:00:00.000Z');
    const quarter = marksOf('quarter', sightOf('quarter', '2027-03-01', now, london), london);
    expect(quarter.filter(each => each.isHeavy).map(each => each.text)).toEqual(['March', 'April', 'May']);
  });
});
