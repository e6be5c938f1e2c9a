import type { Why } from '@contract/assembling';
import { of, throwError } from 'rxjs';
import { make, Screen } from '../testing/site';
import { WhyPanel, type WhyRemedy } from './why-panel';

const why: Why = {
  placementId: 'p',
  title: 'Lamps',
  shows: false,
  verdict: '“Lamps” is away: only for members.',
  reason: 'Asked for by the lodge.',
  steps: [
    { step: 'where', words: 'Its rule takes in this page.', holds: true, trace: [] },
    {
      step: 'who',
      words: 'Its rule asks for members.',
      holds: false,
      trace: [{ depth: 0, words: 'members', holds: false, decides: true }],
    },
  ],
  remedies: [
    { words: 'Wait.', size: 0, value: null },
    { words: 'Show it to anyone.', size: 1, value: { blockId: 'b' } as Why['remedies'][number]['value'] },
  ],
  revisionId: 'r',
};
const question = { placementId: 'p', vantage: { page: 'front' } };

describe('WhyPanel', () => {
  it('names the step that stops it, the test that decides, and hands over what would turn it', async () => {
    const fixture = await make(WhyPanel, { question }, { why: () => of(why) });
    const wanted: WhyRemedy[] = [];
    fixture.componentInstance.wanted.subscribe(each => wanted.push(each));
    const screen = new Screen(fixture);
    await screen.settle();
    expect(screen.text).toMatch(/“Lamps” is away: only for members\. ?Because: Asked for by the lodge\./);
    expect(screen.host.querySelector('.stops')!.textContent).toContain('members');
    expect(screen.host.querySelectorAll('.remedy button').length).toBe(1);
    await screen.click('Do it');
    expect(wanted.map(each => each.words)).toEqual(['Show it to anyone.']);
  });

  it('offers nothing to do to whoever may change nothing', async () => {
    const screen = new Screen(await make(WhyPanel, { question, mayChange: false }, { why: () => of(why) }, ['writer']));
    await screen.settle();
    expect(screen.host.querySelector('.remedy button')).toBeNull();
    expect(screen.text).toContain('Show it to anyone.');
  });

  it('says what went wrong', async () => {
    const screen = new Screen(
      await make(WhyPanel, { question }, { why: () => throwError(() => new Error('There is no such placement at that moment.')) }),
    );
    await screen.settle();
    expect(screen.host.querySelector('[role="alert"]')!.textContent).toContain('There is no such placement');
  });
});
