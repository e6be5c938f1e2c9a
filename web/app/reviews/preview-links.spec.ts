import type { PreviewLinks as Links } from '@contract/previews';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { PreviewLinks } from './preview-links';

const link = (id: string, part: Partial<Links['links'][number]> = {}): Links['links'][number] => ({
  id,
  createdAt: 0,
  by: 'Bea Lorimer',
  endsAt: 0,
  state: 'open',
  words: 'as signed-out readers have it',
  mayEnd: true,
  ...part,
});

describe('PreviewLinks', () => {
  const asked: unknown[] = [];
  const shown = async (first: Links) => {
    asked.length = 0;
    const answers = {
      listPreviewLinks: () => of(first),
      makePreviewLink: (...given: never[]) => (
        asked.push(given),
        of({ ...first, links: [link('new')], address: 'https://x.example/almanac/preview/s/' })
      ),
      endPreviewLink: (...given: never[]) => (asked.push(given), of({ ...first, links: [link('a', { state: 'ended' })] })),
    };
    const screen = new Screen(await make(PreviewLinks, { editionId: 'e' }, answers));
    await screen.settle();
    return screen;
  };

  it('makes one for as long, as whom and in which language one says, and tells its address once', async () => {
    const screen = await shown({ links: [], mayMake: true, address: null });
    const select = (name: string, value: string) => {
      const field = screen.host.querySelector<HTMLSelectElement>(`[aria-label="${name}"]`)!;
      field.value = value;
      field.dispatchEvent(new Event('change'));
    };
    select('How long', '24');
    select('In which language', 'cy');
    select('As whom', 'signed-in');
    await screen.settle();
    expect(screen.text).toContain('reads all that such readers may read');
    await screen.click('Make the link');
    expect(asked).toEqual([['e', { hours: 24, locale: 'cy', moment: null, reader: { signedIn: true, roles: [], memberships: [] } }]]);
    expect(screen.host.querySelector<HTMLInputElement>('[aria-label="The link"]')!.value).toBe('https://x.example/almanac/preview/s/');
  });

  it('shows the site at the moment one says', async () => {
    const screen = await shown({ links: [], mayMake: true, address: null });
    const field = screen.host.querySelector<HTMLInputElement>('almanac-date-field input')!;
    field.value = '29 March 2027, 09:00';
    field.dispatchEvent(new Event('change'));
    await screen.settle();
    await screen.click('Make the link');
    // Clocks have gone forward by then: common practice in Europe, on the last Sunday of March.
    expect((asked[0] as [string, { moment: number }])[1].moment).toBe(Date.parse('2027-03-29T08:00Z'));
  });

  it('lists them with what has become of each, and ends one', async () => {
    const others = [link('b', { state: 'over' }), link('c', { mayEnd: false })];
    const screen = await shown({ links: [link('a'), ...others], mayMake: true, address: null });
    expect(screen.text).toContain('2 links are open');
    expect(screen.text).toContain('over since');
    expect([...screen.host.querySelectorAll('button')].filter(each => each.textContent!.trim() === 'End it').length).toBe(1);
    await screen.click('End it');
    expect(asked).toEqual([['a']]);
    expect(screen.text).toContain('ended by hand');
  });

  it('is not there for whoever may not make any, where there are none', async () => {
    expect((await shown({ links: [], mayMake: false, address: null })).text).toBe('');
  });
});
