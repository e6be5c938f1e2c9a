import type { AlmanacBar } from '@contract/almanac';
import fc from 'fast-check';
import { packLane } from './packing';

const bar = (from: number, until: number | null, state: AlmanacBar['state'] = 'live'): AlmanacBar => ({
  recordId: `${from}`,
  kind: 'placement',
  title: '',
  from,
  until,
  state,
  editionId: null,
  publicationId: null,
  locale: null,
  edges: { from: 'publication', until: 'publication' },
  publishedUntil: null,
  then: null,
  afterwards: 'earlier',
  pageId: null,
});
const span = { from: 0, until: 1_000 };
const lane = (bars: readonly AlmanacBar[], steady = 0) => packLane({ key: 'l', label: 'l', steady, bars: [...bars] }, span);

describe('packLane', () => {
  it('lets no two bars share a place, and cuts all at the edges of what is drawn', () => {
    const times = fc.tuple(fc.integer({ min: -200, max: 999 }), fc.option(fc.integer({ min: 1, max: 900 })));
    fc.assert(
      fc.property(fc.array(times, { maxLength: 30 }), list => {
        const { bars, rows } = lane(list.map(([from, length]) => bar(from, length === null ? null : from + length)));
        for (const one of bars) {
          expect(one.left >= 0 && one.right <= 1 + 1e-9 && one.left < one.right && one.row < rows).toBeTrue();
          for (const other of bars)
            if (one !== other && one.row === other.row) expect(one.right <= other.left || other.right <= one.left).toBeTrue();
        }
        return bars.length === list.length;
      }),
    );
  });

  it('takes no more rows than lie over each other', () => {
    expect(lane([bar(0, 300), bar(400, 700), bar(100, 600), bar(700, null)]).rows).toBe(2);
    expect(lane([]).rows).toBe(1);
  });

  it('finds where nothing is planned between what is; a proposal fills nothing, and what stays leaves no gap', () => {
    const bars = [bar(100, 300), bar(500, 700), bar(350, 450, 'proposed')];
    expect(lane(bars).gaps).toEqual([{ left: 0.3, right: 0.5 }]);
    expect(lane(bars, 1).gaps).toEqual([]);
    expect(lane([bar(100, 300)]).gaps).toEqual([]);
  });
});
