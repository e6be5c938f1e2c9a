import fc from 'fast-check';
import { mayRead, resolvePage } from '../placement/resolve';
import { takeSnapshot } from '../site/snapshot';
import { limitedTheme, randomPlacements, worldSpan, worldWith } from '../testing/random-world';
import { randomReader } from '../testing/random-rules';
import { positionsOf } from './bit-set';
import { cellStates, ReachGrid } from './grid';
import { gains, loses, ReachTable } from './reach-table';
import { sideOf } from './site-facts';

const moment = fc.integer({ min: 0, max: worldSpan });

describe('the grid of reach', () => {
  it('says of every cell what resolving the page says', () => {
    fc.assert(
      fc.property(randomPlacements, randomReader, moment, (placements, reader, at) => {
        const world = worldWith(placements);
        const snapshot = takeSnapshot(world.ledger, { moment: at, now: at, manifest: limitedTheme });
        const columns = new ReachGrid(sideOf(snapshot, [])).columns({ reader, moment: at, query: {} });
        for (const [position, page] of snapshot.pages.entries()) {
          const resolved = mayRead(page, reader) ? resolvePage(snapshot, page.facts, reader).shown.map(each => each.placement.id) : [];
          const said = columns.filter(column => cellStates[column.cells[position]!] === 'shows').map(column => column.placement.id);
          expect(said).withContext(page.facts.path).toEqual(resolved);
        }
        for (const column of columns)
          expect(positionsOf(column.shown)).toEqual([...column.cells.keys()].filter(each => cellStates[column.cells[each]!] === 'shows'));
      }),
      { numRuns: 400 },
    );
  });

  it('shows what a change gains and loses', () => {
    const world = worldWith([]).placement('p', {}, { where: { test: 'page', page: 'visit' } });
    const options = { moment: 0, now: 0, locale: 'en-GB', manifest: limitedTheme };
    const before = takeSnapshot(world.ledger, options);
    const value = {
      ...before.placementById.get('p')!.value,
      rule: { ...before.placementById.get('p')!.value.rule, where: { test: 'page', page: 'news' } as const },
    };
    const after = takeSnapshot(world.ledger, { ...options, overlays: [{ recordId: 'p', kind: 'placement', value }] });
    const table = new ReachTable({
      before: sideOf(before, []),
      after: { ...sideOf(after, []), pages: [] },
    });
    const [column] = table.columns(
      { reader: { signedIn: false, roles: [], memberships: [] }, moment: 0, placements: null, target: '' },
      { zone: 'UTC', locale: 'en-GB', now: 0 },
    );
    const signs = [...column!.cells].map(cell => (cell >= loses ? '-' : cell >= gains ? '+' : '.')).join('');
    expect([signs, column!.gained, column!.lost, column!.life]).toEqual(['.-..+', 1, 1, '1 page now']);
  });
});
