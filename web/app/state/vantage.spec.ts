import { queryOf, readerOf, vantageOf } from './vantage';

const zone = 'Europe/London';

describe('the vantage in the address', () => {
  it('comes back as it was written', () => {
    const vantage = {
      page: 'p',
      as: 'membership:member',
      locale: 'cy',
      moment: Date.parse('2027-04-01T05:00Z'),
      withEditions: ['e', 'f'],
      selected: 's',
    };
    expect(vantageOf(queryOf(vantage, zone), zone)).toEqual(vantage);
    expect(queryOf(vantage, zone)['at']).toBe('2027-04-01T06:00');
  });
  it('leaves out what is usual', () =>
    expect(queryOf({ as: 'anyone', moment: null, selected: '' }, zone)).toEqual({ as: null, at: null, sel: null }));
  it('takes nonsense for now and anyone', () =>
    expect(vantageOf({ at: 'soon' }, zone)).toEqual({ page: '', as: 'anyone', locale: '', moment: null, withEditions: [], selected: '' }));
  it('names the reader', () => {
    expect(readerOf('membership:member')).toEqual({ signedIn: true, roles: [], memberships: ['member'] });
    expect(readerOf('anyone').signedIn).toBeFalse();
  });
});
