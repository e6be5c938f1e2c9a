import type { Ribbon, RibbonQuestion } from '@contract/messages';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { TimeRibbon } from './ribbon';

const day = 86_400_000;
const now = Date.parse('2027-03-18T09:40Z');
const span = (begin: number, end: number) => ({ from: now + begin * day, until: now + end * day });
const lane = (recordId: string, part: Partial<Ribbon['lanes'][number]> = {}): Ribbon['lanes'][number] => ({
  recordId,
  title: recordId,
  target: 'main',
  open: [],
  changed: null,
  proposed: [],
  ...part,
});

describe('TimeRibbon', () => {
  const show = async (lanes: Ribbon['lanes'], inputs: object = {}) => {
    const asked: RibbonQuestion[] = [];
    const readRibbon = (question: RibbonQuestion) => (asked.push(question), of({ from: now, until: now, lanes, others: 0, changes: [] }));
    const fixture = await make(TimeRibbon, { page: 'visit', moment: null, ...inputs }, { readRibbon });
    const screen = new Screen(fixture);
    await screen.settle();
    const looks = () =>
      [...screen.host.querySelectorAll('.lane rect')].map(each => `${each.getAttribute('class')}: ${each.textContent!.trim()}`);
    return { screen, asked, looks };
  };

  it('asks with what is unsaved, and draws it over what readers have', async () => {
    const unsaved = [{ recordId: 'boat', kind: 'placement', value: {}, retires: false }];
    const { asked, looks } = await show([lane('boat', { open: [span(2, 9)], changed: [span(4, 12), span(20, 25)] })], { unsaved });
    expect(asked.at(-1)!.changes as unknown).toEqual(unsaved);
    expect(looks()).toEqual([
      'left: boat, as it is',
      'unsaved: boat, with what is unsaved',
      'unsaved: boat, with what is unsaved',
      'gap: nothing planned',
    ]);
  });

  it('draws what is proposed, and puts lanes first in which something is under way', async () => {
    const proposed = [{ editionId: 'e', edition: 'Easter', open: [span(5, 9)] }];
    const plain = ['a', 'b', 'c'].map(name => lane(name, { open: [span(1, 3)] }));
    const { looks } = await show([...plain, lane('eggs', { proposed })]);
    expect(looks()).toEqual(['proposed: eggs, proposed with “Easter”', 'open: a', 'open: b']);
  });
});
