import type { Check } from '@contract/assembling';
import { make, Screen } from '../testing/site';
import { CoveredChoice, type ScheduledChoice } from './covered-choice';

const check = (part: Partial<Check>): Check => ({ broken: [], mended: [], isPartial: false, covers: [], waits: [], beyond: null, ...part });
const covers = [
  {
    recordId: 'r',
    title: 'Opening hours',
    at: 0,
    words: '“Opening hours” changes on 29 March.',
    revisionId: 'v',
    toSettle: null as number | null,
  },
];

describe('CoveredChoice', () => {
  it('says nothing where nothing planned is covered', async () => {
    const screen = new Screen(await make(CoveredChoice, { check: check({}), choice: 'keep' }));
    expect(screen.text).toBe('');
  });

  it('names what is planned, keeps it unless told otherwise, and hands on the choice', async () => {
    const fixture = await make(CoveredChoice, { check: check({ covers }), choice: 'keep' });
    const screen = new Screen(fixture);
    const chosen: ScheduledChoice[] = [];
    fixture.componentInstance.choice.subscribe(choice => chosen.push(choice));
    expect(screen.text).toContain('Planned: “Opening hours” changes on 29 March.');
    const radios = [...screen.host.querySelectorAll<HTMLInputElement>('input')];
    expect(radios.map(each => each.checked)).toEqual([true, false]);
    radios[1]!.click();
    await screen.settle();
    expect(chosen).toEqual(['cancel']);
  });

  it('says who could, where rights do not reach', async () => {
    const screen = new Screen(await make(CoveredChoice, { check: check({ beyond: 'It reaches Join. Edwin can.' }), choice: 'keep' }));
    expect(screen.text).toBe('It reaches Join. Edwin can.');
  });

  it('offers first to bring the change into what is planned, and to settle what they say differently', async () => {
    const fixture = await make(CoveredChoice, { check: check({ covers: [{ ...covers[0]!, toSettle: 2 }] }), choice: 'carry' });
    const screen = new Screen(fixture);
    const settled: string[] = [];
    fixture.componentInstance.settle.subscribe(each => settled.push(each.revisionId!));
    expect([...screen.host.querySelectorAll<HTMLInputElement>('input')].map(each => each.checked)).toEqual([true, false, false]);
    expect(screen.text).toContain('2 places say something else in “Opening hours”.');
    screen.host.querySelector('button')!.click();
    expect(settled).toEqual(['v']);
  });

  it('says what waits on the same words', async () => {
    const waits = [{ recordId: 'r', editionId: 'e', words: 'Bea has proposed “Hours”. It waits.' }];
    const screen = new Screen(await make(CoveredChoice, { check: check({ waits }), choice: 'keep' }));
    expect(screen.text).toBe('Bea has proposed “Hours”. It waits.');
  });
});
