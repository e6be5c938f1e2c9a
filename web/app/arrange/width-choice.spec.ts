import { make, Screen } from '../testing/site';
import { WidthChoice } from './width-choice';

describe('WidthChoice', () => {
  it('is one group of radio buttons, of which the chosen one says how large the sheet is', async () => {
    const fixture = await make(WidthChoice, { name: 'desk', percent: 53 });
    const screen = new Screen(fixture);
    const radios = [...screen.host.querySelectorAll<HTMLInputElement>('input[type="radio"]')];
    expect([new Set(radios.map(each => each.name)).size, radios.find(each => each.checked)!.value]).toEqual([1, 'desk']);
    expect(screen.text).toContain('desk, 53%');
    radios.find(each => each.value === 'phone')!.click();
    await screen.settle();
    expect([fixture.componentInstance.name(), screen.text.includes('phone, 53%')]).toEqual(['phone', true]);
  });
});
