import { of } from 'rxjs';
import { make, pageRow, Screen } from '../testing/site';
import { OnceOverForm, type PageEnd } from './once-over-form';

describe('OnceOverForm', () => {
  let page: PageEnd;
  let screen: Screen;
  const open = async (start: PageEnd, inputs: Record<string, unknown> = {}) => {
    page = start;
    const listPages = () => of([pageRow('front', null, 0), pageRow('visit', 'front', 1)]);
    const fixture = await make(OnceOverForm, { page, ...inputs }, { listPages });
    fixture.componentInstance.pageChange.subscribe(part => {
      page = { ...page, ...part };
      fixture.componentRef.setInput('page', page);
    });
    screen = new Screen(fixture);
    await screen.settle();
  };
  const enter = async (id: string, value: string, event = 'input') => {
    const field = screen.host.querySelector<HTMLInputElement>(`#${id}`)!;
    field.value = value;
    field.dispatchEvent(new Event(event, { bubbles: true }));
    await screen.settle();
  };

  it('says nothing to begin with, then last words, or where readers are led and how', async () => {
    await open({});
    expect(screen.text).not.toContain('Last words');
    await enter('once-over', 'gone', 'change');
    await enter('last-words', 'It is over.');
    expect(page).toEqual({ onceOver: { answer: 'gone' }, lastWords: 'It is over.' });
    await enter('once-over', 'moved', 'change');
    await enter('led-to', '/visit');
    expect(page.onceOver).toEqual({ answer: 'moved', to: { page: 'visit', address: '' }, status: 302 });
    expect(screen.text).toContain('Leads to the page “visit”');
    await enter('led-how', '308', 'change');
    expect(page.onceOver).toEqual(jasmine.objectContaining({ status: 308 }));
    await enter('once-over', '', 'change');
    expect(page.onceOver).toBeUndefined();
  });

  it('keeps by when it is to be looked over, as a day of the place', async () => {
    await open({});
    await enter('review-by', '1 September 2027', 'change');
    expect(page.reviewBy).toEqual({ local: '2027-09-01T00:00', zone: 'Europe/London' });
  });

  it('says what was wrong with where it leads', async () => {
    const onceOver = { answer: 'moved', to: { page: null, address: '' }, status: 302 } as const;
    await open({ onceOver }, { fault: 'That page is gone.' });
    expect(screen.text).toContain('That page is gone.');
  });

  it('puts a page on the back shelf by hand, or from a time on', async () => {
    await open({});
    await screen.click('Put it there now');
    expect(page.shelvedFrom!.zone).toBe('Europe/London');
    expect(screen.text).toContain('It stands there now.');
    await screen.click('Clear');
    expect(page.shelvedFrom).toBeUndefined();
  });
});
