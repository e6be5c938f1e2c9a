import { defaultWorkflow } from '@core/workflow/default';
import fc from 'fast-check';
import { layOut } from './graph-layout';

describe('layOut', () => {
  const widthOf = ({ name }: { name: string }) => name.length * 7;

  it('draws stages in their order, what leads on above the line and what leads back or out below it', () => {
    const { stages, arcs, line } = layOut(defaultWorkflow, widthOf);
    expect(stages.map(each => each.name)).toEqual(['draft', 'in review', 'approved', 'declined', 'withdrawn']);
    const above = arcs.filter(each => each.y < line).map(each => each.move.name);
    expect(new Set(above)).toEqual(new Set(['send for review', 'approve', 'publish']));
    expect(arcs.flatMap(each => each.paths).length).toBe(9);
  });

  it('lets no two labels lie over each other, whatever the moves', () => {
    const names = ['draft', 'a', 'b', 'c'];
    const move = fc.record({
      name: fc.string({ maxLength: 30 }),
      from: fc.uniqueArray(fc.constantFrom(...names), { minLength: 1 }),
      to: fc.constantFrom(...names, 'approved', 'withdrawn'),
      who: fc.constant('write' as const),
      whose: fc.constant('any' as const),
      guards: fc.constant([]),
    });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 12 }), moves => {
        const { arcs, height } = layOut({ stages: names, moves }, widthOf);
        for (const [index, arc] of arcs.entries()) {
          expect(arc.y).toBeGreaterThanOrEqual(0);
          expect(arc.y).toBeLessThanOrEqual(height);
          for (const other of arcs.slice(index + 1))
            if (other.y === arc.y) expect(Math.abs(other.x - arc.x)).toBeGreaterThanOrEqual((widthOf(arc.move) + widthOf(other.move)) / 2);
        }
      }),
      { numRuns: 60 },
    );
  });
});
