import { Ledger } from '../ledger/ledger';
import type { Proposal, Revision } from '../ledger/records';
import { authorsSince } from './authors';

const revision = (id: string, parentId: string | null, createdBy: string, mergedFromId: string | null = null): Revision => ({
  id,
  recordId: 'r',
  locale: 'en-GB',
  parentId,
  mergedFromId,
  translatedFromId: null,
  value: null,
  createdAt: 0,
  createdBy,
  note: '',
});
const proposal = (headRevisionId: string, baseRevisionId: string | null): Proposal => ({
  id: 'p',
  recordId: 'r',
  locale: 'en-GB',
  editionId: 'e',
  headRevisionId,
  baseRevisionId,
  retires: false,
  stage: 'in review',
  createdAt: 0,
  createdBy: 'ida',
  updatedAt: 0,
});

describe('authorsSince', () => {
  const ledger = new Ledger();
  ledger.absorb({
    revisions: [revision('live', null, 'tomos'), revision('a', 'live', 'ida'), revision('b', 'a', 'edwin'), revision('m', 'a', 'bea', 'b')],
  });
  const rows: readonly (readonly [what: string, head: string, base: string | null, authors: readonly string[]])[] = [
    ['counts everybody up to what is live', 'b', 'live', ['edwin', 'ida']],
    ['counts those whose words were brought in', 'm', 'live', ['bea', 'edwin', 'ida']],
    ['counts all of them where nothing was live', 'b', null, ['edwin', 'ida', 'tomos']],
    ['counts whoever began it though nothing was written', 'live', 'live', ['ida']],
  ];
  for (const [what, head, base, authors] of rows)
    it(what, () => expect([...authorsSince(ledger, proposal(head, base))].sort()).toEqual([...authors]));
  it('counts what is not stored yet', () =>
    expect([...authorsSince(ledger, proposal('new', 'live'), [revision('new', 'a', 'margit')])].sort()).toEqual(['ida', 'margit']));
});
