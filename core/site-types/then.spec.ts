import { shownAsThen } from './then';
import type { SiteType, SiteTypes } from './site-type';

const type = (part: Partial<SiteType>): SiteType => ({ of: 'page', name: 'boat', label: 'Boat', description: '', fields: [], renditions: {}, isKeptFromNew: false, isKeptFromLists: false, steps: [], ...part }); // prettier-ignore
const types = (...all: readonly SiteType[]): SiteTypes => ({ shared: [], types: all });
const whole = (template: string) => ({ whole: { way: 'template' as const, template } });

describe('types at a moment of the past', () => {
  it('are shown as they were then, where their fields are the same since', () => {
    const then = types(type({ label: 'Vessel', renditions: whole('<p>then</p>'), isKeptFromLists: true }));
    const now = types(type({ renditions: whole('<p>now</p>') }), type({ name: 'raft' }));
    const [boat, raft] = shownAsThen(now, then).types;
    expect([boat!.label, boat!.renditions, boat!.isKeptFromLists]).toEqual(['Vessel', whole('<p>then</p>'), true]);
    expect(raft).toEqual(now.types[1]);
  });

  it('are shown as they are now where a field has come in or was emptied since', () => {
    const then = types(type({ renditions: whole('<p>then</p>') }));
    const now = types(type({ renditions: whole('<p>now</p>'), steps: [{ adds: [], empties: [] }] }));
    expect(shownAsThen(now, then)).toEqual(now);
  });
});
