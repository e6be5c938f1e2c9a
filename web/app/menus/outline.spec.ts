import type { OutlineRow } from '@core/menu/menu';
import { of } from 'rxjs';
import { make, pageRow, Screen } from '../testing/site';
import { Outline } from './outline';

const pages = [pageRow('front', null, 0, { path: '/' }), pageRow('visit', 'front', 1), pageRow('join', 'front', 1)];
const row = (id: string, level: number): OutlineRow => ({
  id,
  level,
  target: { to: 'page', page: id, beneath: 0 },
  words: '',
  who: {},
  when: {},
  currentOn: null,
});

describe('Outline', () => {
  let screen: Screen;
  let rows: readonly OutlineRow[];
  const show = async (first: readonly OutlineRow[], goesRound = (apply: () => void) => apply()) => {
    rows = first;
    const fixture = await make(Outline, { rows }, { listPages: () => of(pages) });
    fixture.componentInstance.rows.subscribe(next => {
      rows = next;
      goesRound(() => fixture.componentRef.setInput('rows', next));
    });
    screen = new Screen(fixture);
    await screen.settle();
  };
  const press = async (at: number, key: string) => {
    screen.host.querySelector(`[data-row="${at}"]`)!.dispatchEvent(new KeyboardEvent('keydown', { key, altKey: true, bubbles: true }));
    await screen.settle();
  };
  const written = () => rows.map(each => '-'.repeat(each.level) + each.id).join(' ');

  it('moves an entry by Alt and the arrow keys, and keeps the cursor with it', async () => {
    await show([row('visit', 0), row('join', 0)]);
    await press(1, 'ArrowUp');
    expect(written()).toBe('join visit');
    await press(1, 'ArrowRight');
    expect(written()).toBe('join -visit');
    await screen.until(() => document.activeElement?.getAttribute('data-row') === '1');
    expect(document.activeElement).toBe(screen.host.querySelector('[data-row="1"]'));
    await press(1, 'ArrowLeft');
    expect(written()).toBe('join visit');
  });

  it('loses nothing where one thing follows on another before it is drawn', async () => {
    await show([row('visit', 0)], apply => setTimeout(apply));
    const words = screen.host.querySelector<HTMLInputElement>('.words')!;
    words.value = 'Visit us';
    words.dispatchEvent(new Event('input'));
    [...screen.host.querySelectorAll('button')].find(each => each.textContent.trim() === 'Add an entry')!.click();
    await screen.until(() => document.activeElement?.getAttribute('data-row') === '1');
    expect(rows.map(each => each.words)).toEqual(['Visit us', '']);
  });

  it('adds an entry for a page that is not in it yet, and takes one out with all beneath it', async () => {
    await show([row('visit', 0)]);
    await screen.click('Add an entry');
    expect(rows.map(each => each.target)).toEqual([
      jasmine.objectContaining({ page: 'visit' }),
      jasmine.objectContaining({ page: 'join' }),
    ]);
    await press(1, 'ArrowRight');
    screen.host.querySelector<HTMLElement>('[data-row="0"]')!.focus();
    await screen.settle();
    await screen.click('Take out');
    expect(rows).toEqual([]);
  });

  it('says where each entry leads, in the words of its page unless it has its own', async () => {
    await show([
      row('visit', 0),
      { ...row('x', 0), target: { to: 'link', link: { page: null, address: 'https://else.example' } }, words: 'Else' },
    ]);
    expect(screen.text).toContain('/visit');
    expect([...screen.host.querySelectorAll<HTMLInputElement>('.words')].map(each => [each.placeholder, each.value])).toEqual([
      ['visit', ''],
      ['Words', 'Else'],
    ]);
  });
});
