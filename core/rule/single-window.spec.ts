import { everywhere, type Rule } from './rule';
import { singleWindowOf, withWindow } from './single-window';

const local = (day: string) => ({ local: `2027-05-${day}T10:00`, zone: 'Europe/London' });
const window = { test: 'window' as const, from: local('01'), until: null };
const rule = (when: Rule['when'], follows: readonly string[] = []): Rule => ({ ...everywhere, when, follows });

describe('singleWindowOf', () => {
  it('finds the window that is all a rule says of times, however it is grouped', () => {
    expect([window, { all: [window] }, { any: [window] }].map(when => singleWindowOf(rule(when)))).toEqual([window, window, window]);
  });

  it('finds none where a rule says more of times, less, or follows another', () => {
    const more: readonly Rule['when'][] = [
      {},
      { all: [window, window] },
      { none: [window] },
      { all: [window], none: [window] },
      { all: [{ any: [window] }] },
    ];
    expect(more.map(when => singleWindowOf(rule(when)))).toEqual(more.map(() => null));
    expect(singleWindowOf(rule(window, ['x']))).toBeNull();
  });
});

describe('withWindow', () => {
  it('moves one end and leaves the other, and the rest of the rule', () => {
    const moved = withWindow(rule({ any: [window] }), { until: local('03') });
    expect(moved).toEqual(rule({ all: [{ ...window, until: local('03') }] }));
  });
});
