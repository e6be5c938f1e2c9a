import fc from 'fast-check';
import { anyWhere, randomPage } from '../testing/random-rules';
import { couldHold } from './could-hold';
import { compileWhere } from './where';

describe('couldHold', () => {
  it('is true wherever some locale and some parameters make the rule hold', () => {
    const readings = ['en-GB', 'cy'].flatMap(locale =>
      [{}, { from: 'poster' }, { from: '' }, { from: 'x' }, { day: 'poster' }, { day: '' }, { day: '', from: 'poster' }].map(query => ({
        locale,
        query: query as Record<string, string>,
      })),
    );
    let held = 0;
    fc.assert(
      fc.property(anyWhere, randomPage, (tree, page) => {
        const holds = compileWhere(tree);
        if (!readings.some(reading => holds({ ...page, ...reading }))) return;
        held += 1;
        expect(couldHold(tree, page)).toBeTrue();
      }),
      { numRuns: 600 },
    );
    expect(held).toBeGreaterThan(50);
  });

  it('is the rule itself where nothing is left to the reader', () => {
    expect(couldHold({ test: 'front page' }, { isFrontPage: false } as never)).toBeFalse();
    expect(couldHold({ none: [{ test: 'query', name: 'x', value: null }] }, {} as never)).toBeTrue();
    expect(
      couldHold({ all: [{ test: 'query', name: 'x', value: null }, { test: 'front page' }] }, { isFrontPage: false } as never),
    ).toBeFalse();
  });
});
