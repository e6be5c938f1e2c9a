import type { PublicationEntry } from '@core/ledger/records';

/** A publication without end that nobody said anything about. */
export function plainEntry(part: Pick<PublicationEntry, 'recordId' | 'revisionId'> & Partial<PublicationEntry>): PublicationEntry {
  return {
    number: 0,
    publicationId: part.recordId,
    locale: 'en-GB',
    act: 'set',
    from: 0,
    until: null,
    fromTyped: null,
    untilTyped: null,
    afterwards: 'earlier',
    recordedAt: 0,
    recordedBy: 'x',
    reason: '',
    editionId: null,
    ...part,
  };
}
