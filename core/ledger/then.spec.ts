import fc from 'fast-check';
import { inForceAt, nextBoundaryOf, publicationsKnown } from './in-force';
import type { PublicationEntry } from './records';
import { stateThen } from './then';

const entries = fc.array(
  fc.record({
    publication: fc.integer({ min: 0, max: 9 }),
    isWithdrawn: fc.integer({ min: 0, max: 5 }).map(each => each === 0),
    from: fc.integer({ min: 0, max: 30 }),
    length: fc.option(fc.integer({ min: 1, max: 10 })),
    afterwards: fc.constantFrom('earlier' as const, 'nothing' as const),
    pause: fc.integer({ min: 0, max: 4 }),
  }),
  { maxLength: 12 },
);

describe('stateThen', () => {
  it('is what the ledger as it was known then says, while it grows', () => {
    fc.assert(
      fc.property(entries, fc.boolean(), (list, isPlain) => {
        const all: PublicationEntry[] = [];
        let recordedAt = 0;
        list.forEach(({ publication, isWithdrawn, from, length, afterwards, pause }, index) => {
          recordedAt += pause;
          all.push({
            number: index + 1,
            publicationId: isPlain ? `p${index}` : `p${publication}`,
            recordId: 'r',
            locale: 'en-GB',
            act: isWithdrawn && !isPlain ? 'withdraw' : 'set',
            revisionId: index % 4 === 3 ? null : `v${index}`,
            from,
            until: length === null ? null : from + length,
            fromTyped: null,
            untilTyped: null,
            afterwards,
            recordedAt,
            recordedBy: 'x',
            reason: '',
            editionId: null,
          });
          for (let moment = -1; moment < 45; moment += 3) {
            const known = publicationsKnown(all, moment);
            const inForce = inForceAt(known, moment);
            const revisionId = inForce.state === 'live' ? inForce.revisionId : null;
            expect(stateThen(all, moment)).toEqual({ revisionId, next: nextBoundaryOf(known, moment) });
          }
        });
      }),
    );
  });
});
