import type { Fault } from './kind-places';
import { placesOf, workedOnAt } from './index';

describe('places of kinds', () => {
  const fault = (part: Partial<Fault>) => ({ recordId: 'r', pageId: 'p', from: null, kind: 'block unseen', ...part }) as Fault;
  const local = () => '2027-04-01T06:00';
  const found = (kind: string, pageId: string | null) => ({ kind, id: 'r', title: '', detail: '', pageId });

  it('lead to where a fault is mended, at its moment', () => {
    expect(placesOf('placement').mendedAt(fault({ from: 1 }), local)).toEqual({
      link: ['/arrange'],
      query: { page: 'p', sel: 'r', at: '2027-04-01T06:00' },
    });
    expect(placesOf('block').mendedAt(fault({}), local)).toEqual({ link: ['/blocks'], query: { sel: 'r' } });
    expect(placesOf('block').mendedAt(fault({ kind: 'inset loop' as never }), local).link).toEqual(['/blocks', 'r']);
    expect(placesOf('expectation').mendedAt(fault({}), local)).toEqual({ link: ['/rules'], query: { sel: 'r' } });
  });

  it('lead to what was looked for: a page that is live is looked at, another is written', () => {
    expect(placesOf('page').foundAt(found('page', 'r')).link).toEqual(['/arrange']);
    expect(placesOf('page').foundAt(found('page', null)).link).toEqual(['/pages', 'r']);
    expect(placesOf('placement').foundAt(found('placement', 'p')).query).toEqual({ page: 'p', sel: 'r' });
  });

  it('lead to where one goes on writing, whatever is live', () => {
    expect(workedOnAt(found('page', 'r')).link).toEqual(['/pages', 'r']);
    expect(workedOnAt(found('placement', 'p')).query).toEqual({ page: 'p', sel: 'r' });
    expect(workedOnAt(found('shared rule', null))).toEqual({ link: ['/rules'], query: { sel: 'r' } });
  });

  it('are known for every kind, and only for those', () => expect(() => placesOf('quest')).toThrowError(RangeError));
});
