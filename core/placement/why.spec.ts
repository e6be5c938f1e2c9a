import fc from 'fast-check';
import { limitedTheme, randomPlacements, worldSpan, worldWith } from '../testing/random-world';
import { randomReader } from '../testing/random-rules';
import { takeSnapshot } from '../site/snapshot';
import { compilePlacement } from '../site/compiled-placement';
import { mayRead, reasonFor, resolvePage } from './resolve';
import type { ExplanationNames } from './explain';
import { whyPlacement } from './why';

const names: ExplanationNames = {
  page: id => id,
  layout: name => name,
  membership: name => name,
  role: name => name,
  sharedRule: id => id,
  locale: tag => tag,
  field: name => name,
  block: id => id,
  region: name => name,
  placement: id => id,
};
const style = { zone: 'UTC', locale: 'en-GB', now: 0 };

describe('why', () => {
  it('says what resolving says, names the step that stops it, and its remedies lift it over that step', () => {
    fc.assert(
      fc.property(randomPlacements, randomReader, fc.integer({ min: 0, max: worldSpan }), (placements, reader, at) => {
        const snapshot = takeSnapshot(worldWith(placements).ledger, { moment: at, now: at, manifest: limitedTheme });
        for (const page of snapshot.pages) {
          const resolution = resolvePage(snapshot, page.facts, reader, true);
          for (const { id } of snapshot.placements) {
            const why = whyPlacement(id, { snapshot, facts: page.facts, page, reader, names, style })!;
            const shows = mayRead(page, reader) && resolution.shown.some(each => each.placement.id === id);
            expect(why.shows).toBe(shows);
            const stops = why.steps.filter(step => !step.holds);
            expect(stops.length).toBe(shows ? 0 : 1);
            const away = resolution.away.find(each => each.id === id);
            if (away && mayRead(page, reader)) expect(stops[0]!.step).toBe(away.reason.step);
            for (const remedy of why.remedies) {
              if (remedy.value === null) continue;
              const next = reasonFor(compilePlacement(id, remedy.value, snapshot.sharedRules), snapshot, page.facts, reader);
              if (shows) expect(next).withContext(remedy.words).not.toBeNull();
              else
                expect(next?.step)
                  .withContext(remedy.words)
                  .not.toBe(stops[0]!.step as never);
            }
            expect(why.remedies.map(each => each.size)).toEqual([...why.remedies].map(each => each.size).sort((a, b) => a - b));
          }
        }
      }),
      { numRuns: 150 },
    );
  });
});
