import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { TopicsField } from './topics-field';

describe('TopicsField', () => {
  async function show(value: readonly string[], of: 'topics' | 'authors' = 'topics') {
    await TestBed.configureTestingModule({ imports: [TopicsField], providers: [provideZonelessChangeDetection()] }).compileComponents();
    const fixture = TestBed.createComponent(TopicsField);
    fixture.componentRef.setInput('fieldId', 'topics');
    fixture.componentRef.setInput('of', of);
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('inUse', ['Seabirds', 'Tides', 'Volunteering']);
    let given: readonly string[] | null = null;
    fixture.componentInstance.value.subscribe(topics => (given = topics));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const field = host.querySelector('input')!;
    const type = async (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    const enter = () => field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', cancelable: true }));
    return { host, type, enter, given: () => given };
  }

  it('offers what is in use and not chosen yet, narrowed by what is typed', async () => {
    const { host, type } = await show(['Tides']);
    const offered = () => [...host.querySelectorAll('.offered button')].map(each => each.textContent.trim());
    expect(offered()).toEqual(['Seabirds', 'Volunteering']);
    await type('vol');
    expect(offered()).toEqual(['Volunteering']);
  });

  it('takes a topic in use for what is typed, however it is written', async () => {
    const { type, enter, given } = await show(['Tides']);
    await type(' seaBIRDS ');
    enter();
    expect(given()).toEqual(['Tides', 'Seabirds']);
  });

  it('offers names in the words for names', async () => {
    const { host } = await show(['Tides'], 'authors');
    expect(host.querySelector('input')!.placeholder).toBe('Add a name');
    expect([...host.querySelectorAll('[aria-label]')].map(each => each.getAttribute('aria-label'))).toEqual(['Who wrote it', 'Take off Tides', 'Add Seabirds', 'Add Volunteering']); // prettier-ignore
  });

  it('says when no page has a topic yet, and adds it all the same', async () => {
    const { host, type, given } = await show([]);
    await type('Moths');
    expect(host.textContent).toContain('No page has this topic yet');
    [...host.querySelectorAll('button')].find(each => each.textContent.includes('Moths'))!.click();
    expect(given()).toEqual(['Moths']);
  });
});
