import fc from 'fast-check';
import { initialSettings, type SiteSettings } from '../repositories/settings-repository';
import { SettingsInTime } from './settings-in-time';

describe('SettingsInTime', () => {
  it('says what each setting said at a moment, as whoever wrote down every change would', () => {
    const change = fc.record({
      name: fc.option(fc.constantFrom('Shore', 'Coast', 'Dunes')),
      zone: fc.option(fc.constantFrom('Europe/London', 'Europe/Paris')),
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(change, fc.integer({ min: 1, max: 5 })), { maxLength: 8 }), changes => {
        const past = new SettingsInTime([]);
        const written: { readonly from: number; readonly settings: SiteSettings }[] = [{ from: -Infinity, settings: initialSettings }];
        let [settings, at] = [initialSettings, 0];
        for (const [{ name, zone }, pause] of changes) {
          at += pause;
          const set = { ...(name === null ? {} : { name }), ...(zone === null ? {} : { zone }) };
          past.note(settings, set, at);
          settings = { ...settings, ...set };
          written.push({ from: at, settings });
        }
        for (let moment = -1; moment <= at + 1; moment += 1) {
          const said = past.at(moment, settings);
          const expected = written.filter(each => each.from <= moment).at(-1)!.settings;
          expect([said.name, said.zone]).toEqual([expected.name, expected.zone]);
          // Between two changes it is the same object, by which others know that nothing was set.
          expect(past.at(moment, settings)).toBe(said);
        }
      }),
    );
  });

  it('goes by the order in which things were set where the clock was set back between them', () => {
    const past = new SettingsInTime([
      { name: 'name', value: 'First', until: 100 },
      { name: 'name', value: 'Second', until: 50 },
    ]);
    const now = { ...initialSettings, name: 'Third' };
    expect([40, 60, 100].map(moment => past.at(moment, now).name)).toEqual(['First', 'First', 'Third']);
    expect(past.at(200, now)).toBe(now);
  });
});
