import { make, Screen } from '../testing/site';
import { HoursField } from '../rule/hours-field';

describe('times of day in a rule', () => {
  async function open() {
    const fixture = await make(HoursField, { from: '06:00', until: '18:30' });
    const screen = new Screen(fixture);
    let hours: readonly string[] | null = null;
    fixture.componentInstance.hoursChange.subscribe(each => (hours = each));
    const [opens, closes] = [...screen.host.querySelectorAll('input')];
    const type = async (field: HTMLInputElement, text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('change'));
      await screen.settle();
    };
    return { opens: opens!, closes: closes!, type, hours: () => hours };
  }

  it('are typed in any usual way', async () => {
    const { opens, closes, type, hours } = await open();
    await type(opens, '7.15');
    expect(hours()).toEqual(['07:15', '18:30']);
    await type(closes, '6 pm');
    expect(hours()).toEqual(['06:00', '18:00']);
  });

  it('stay as they are when what was typed is no time, which is still there to be mended', async () => {
    const { opens, type, hours } = await open();
    await type(opens, 'noonish');
    expect([hours(), opens.value, opens.getAttribute('aria-invalid')]).toEqual([null, 'noonish', 'true']);
    expect(opens.getAttribute('aria-label')).toContain('write it like 06:00');
  });
});
