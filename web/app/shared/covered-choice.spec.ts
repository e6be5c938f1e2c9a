import type { Check } from '@contract/assembling';
import { make, Screen } from '../testing/site';
import { CoveredChoice, type ScheduledChoice } from './covered-choice';

const check = (part: Partial<Check>): Check => ({ broken: [], mended: [], isPartial: false, covers: [], beyond: null, ...part });
const covers = [{ recordId: 'r', title: 'Opening hours', at: 0, words: '“Opening hours” changes on 29 March.', revisionId: 'v' }];

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
});
