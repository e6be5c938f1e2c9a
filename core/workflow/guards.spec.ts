import { guardLabels, guardNames, heldBackBy, type Guard, type GuardFacts } from './guards';

const facts = (part: Partial<GuardFacts> = {}): GuardFacts => ({
  faults: () => [],
  incomplete: () => [],
  broken: () => Promise.resolve([]),
  openRemarks: () => Promise.resolve(0),
  wordsGiven: () => Promise.resolve([]),
  ...part,
});

describe('heldBackBy', () => {
  const rows: readonly (readonly [guard: Guard, met: Partial<GuardFacts>, unmet: Partial<GuardFacts>, why: string])[] = [
    [{ guard: 'required fields' }, {}, { faults: () => ['Must not be empty.'] }, 'Must not be empty.'],
    [
      { guard: 'base complete' },
      {},
      { incomplete: () => ['Tides', 'Hides', 'Dogs', 'Moths'] },
      '“Tides”, “Hides” and “Dogs” must be live in its own language first, with nothing waiting.',
    ],
    [{ guard: 'expectations kept' }, {}, { broken: () => Promise.resolve(['Every page has a notice.']) }, 'Every page has a notice.'],
    [{ guard: 'remarks settled' }, {}, { openRemarks: () => Promise.resolve(1) }, 'One remark is not settled yet.'],
    [{ guard: 'remarks settled' }, {}, { openRemarks: () => Promise.resolve(2) }, '2 remarks are not settled yet.'],
    [
      { guard: 'word of', role: 'editor' },
      { wordsGiven: () => Promise.resolve(['editor']) },
      { wordsGiven: () => Promise.resolve(['manager']) },
      'It waits for the word of an editor.',
    ],
  ];
  for (const [guard, met, unmet, why] of rows)
    it(`says why ${guard.guard} holds back, and lets go when it does not: ${why}`, async () => {
      expect(await heldBackBy(guard, facts(met))).toBeNull();
      expect(await heldBackBy(guard, facts(unmet))).toBe(why);
    });

  it('looks only at what its own guard needs', async () => {
    const openRemarks = jasmine.createSpy().and.resolveTo(1);
    for (const guard of ['four eyes', 'required fields', 'base complete', 'expectations kept'] as const)
      expect(await heldBackBy({ guard }, facts({ openRemarks }))).toBeNull();
    expect(openRemarks).not.toHaveBeenCalled();
  });

  it('has words for every guard that there is', () => expect(Object.keys(guardLabels).sort()).toEqual([...guardNames].sort()));
});
