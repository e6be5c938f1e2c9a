import type { EditionDetail } from '@contract/messages';
import { saySaved } from './say-saved';

const style = { zone: 'UTC', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
const edition = (part: Partial<EditionDetail>) =>
  ({
    id: 'e',
    title: 'Lamps, taken off',
    stage: 'approved',
    takesOff: false,
    publishedFrom: style.now,
    lookAt: null,
    reviewers: [],
    changes: [],
    ...part,
  }) as EditionDetail;

describe('saySaved', () => {
  const later = Date.parse('2027-04-01T06:00Z');
  const rows: readonly (readonly [what: string, part: Partial<EditionDetail>, text: string])[] = [
    ['what is live', {}, '“Lamps, taken off” is live.'],
    ['what is off', { takesOff: true }, 'Done: “Lamps, taken off”. Readers no longer have it.'],
    [
      'what goes off later',
      { takesOff: true, publishedFrom: later },
      'Approved. “Lamps, taken off” goes off on 1 April, 06:00; until then readers have it.',
    ],
    [
      'for whom it waits',
      { stage: 'in review', reviewers: ['Edwin'] },
      '“Lamps, taken off” waits for Edwin. Nothing has changed for readers.',
    ],
    ['what is only kept', { stage: 'draft' }, '“Lamps, taken off” is kept as a draft. Nothing has changed for readers.'],
  ];
  it('lists what was made where it is more than one, each leading to where it is worked on', () => {
    const change = (recordId: string, kind: string) => ({ recordId, kind, title: recordId }) as EditionDetail['changes'][number];
    const changes = [change('notice', 'block'), change('placed', 'placement')];
    const { made } = saySaved(edition({ changes, lookAt: 'visit' }), style);
    expect(made).toEqual([
      { label: 'notice', link: ['/blocks', 'notice'], query: {} },
      { label: 'placed', link: ['/arrange'], query: { page: 'visit', sel: 'placed' } },
    ]);
    expect(saySaved(edition({ changes: changes.slice(1) }), style).made).toEqual([]);
  });

  for (const [what, part, text] of rows) it(`says ${what}`, () => expect(saySaved(edition(part), style).text).toBe(text));
});
