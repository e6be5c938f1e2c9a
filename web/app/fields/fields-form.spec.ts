import type { AnyField, Field, FieldValues } from '@core/fields/index';
import { initialValues } from '@core/fields/index';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { fileRow, make, pageRow, Screen } from '../testing/site';
import { FieldsForm } from './fields-form';
import { fieldControls } from './index';

const help = 'What empty means.';
const question: Field = {
  name: 'questions',
  label: 'Questions',
  kind: 'list',
  item: 'question',
  help,
  most: 3,
  fields: [{ name: 'asked', label: 'Asked', kind: 'short text', help, required: true }],
};

describe('FieldsForm', () => {
  let screen: Screen;
  let values: FieldValues;
  const show = async (fields: readonly AnyField[], part: FieldValues = {}, faults: Readonly<Record<string, string>> = {}) => {
    TestBed.configureTestingModule({ providers: [fieldControls] });
    values = { ...initialValues(fields), ...part };
    const pages = [pageRow('front', null, 0, { path: '/' }), pageRow('visit', 'front', 1), pageRow('join', 'front', 1)];
    const inputs = { fields, values, faultAt: (pointer: string) => faults[pointer] ?? null };
    const fixture = await make(FieldsForm, inputs, { listPages: () => of(pages), readFile: (id: string) => of(fileRow(id)) });
    fixture.componentInstance.values.subscribe(next => {
      values = next;
      fixture.componentRef.setInput('values', next);
    });
    screen = new Screen(fixture);
    await screen.settle();
  };
  const field = <Element extends HTMLElement = HTMLInputElement>(label: string): Element => {
    const found = [...screen.host.querySelectorAll('label')].find(each => each.textContent.trim().startsWith(label));
    return (found!.htmlFor ? document.getElementById(found!.htmlFor) : found!.querySelector('input')) as Element;
  };
  const type = async (label: string, value: string): Promise<void> => {
    const element = field(label);
    element.value = value;
    for (const event of ['input', 'change']) element.dispatchEvent(new Event(event, { bubbles: true }));
    await screen.settle();
  };

  it('labels each field, says what it is for, and ties the two together', async () => {
    await show([{ name: 'lead', label: 'Lead-in', kind: 'short text', help, required: true } as Field]);
    expect(screen.text).toContain('Lead-in (needed)');
    expect(document.getElementById(field('Lead-in').getAttribute('aria-describedby')!)!.textContent).toContain(help);
    await type('Lead-in', 'Mind this');
    expect(values).toEqual({ lead: 'Mind this' });
  });

  it('loses nothing where two fields are typed into before it has gone round', async () => {
    const words = (name: string): Field => ({ name, label: name, kind: 'short text', help });
    TestBed.configureTestingModule({ providers: [fieldControls] });
    const fixture = await make(FieldsForm, { fields: ['Lead-in', 'Close'].map(words), values: {} });
    const told: FieldValues[] = [];
    fixture.componentInstance.values.subscribe(next => told.push(next));
    screen = new Screen(fixture);
    await Promise.all([type('Lead-in', 'Mind this'), type('Close', 'And that')]);
    expect(told.at(-1)).toEqual({ 'Lead-in': 'Mind this', Close: 'And that' });
  });

  it('counts what is left when there is little', async () => {
    const lead: Field = { name: 'lead', label: 'Lead-in', kind: 'short text', help, most: 10 };
    await show([lead], { lead: 'seven c' });
    expect(screen.text).not.toContain('characters');
    await type('Lead-in', 'nine char');
    expect(screen.text).toContain('9 of 10 characters');
  });

  it('asks for a field only while another says so, and keeps what it held', async () => {
    const fields: readonly Field[] = [
      { name: 'shows', label: 'Shows a date', kind: 'yes or no', help },
      { name: 'words', label: 'Words', kind: 'long text', help, askedWhen: { field: 'shows', is: [true] } },
    ];
    await show(fields, { words: 'kept' });
    expect(screen.text).not.toContain('Words');
    field('Shows a date').click();
    await screen.settle();
    expect(field<HTMLTextAreaElement>('Words').value).toBe('kept');
  });

  it('takes the path of a page for the page, and any other address as it is', async () => {
    await show([{ name: 'to', label: 'Goes to', kind: 'link', help } as Field]);
    await type('Goes to', '/visit#hides');
    expect(values).toEqual({ to: { page: 'visit', address: '#hides' } });
    expect([field('Goes to').value, screen.text.includes('Leads to the page “visit”')]).toEqual(['/visit#hides', true]);
    await type('Goes to', 'https://tides.example');
    expect(values).toEqual({ to: { page: null, address: 'https://tides.example' } });
    await type('Goes to', '');
    expect(values).toEqual({ to: null });
  });

  it('keeps the number of a field that was emptied', async () => {
    await show([{ name: 'most', label: 'At most', kind: 'number', help, least: 1, most: 9, initial: 6 } as Field]);
    await type('At most', '');
    expect(values).toEqual({ most: 6 });
    await type('At most', '7');
    expect(values).toEqual({ most: 7 });
  });

  it('chooses pages in an order, each once', async () => {
    await show([{ name: 'more', label: 'More', kind: 'pages', help } as Field]);
    await type('More', 'join');
    await type('More', 'visit');
    expect([...field<HTMLSelectElement>('More').options].map(each => each.value)).toEqual(['', 'front']);
    await screen.click('Move up: visit');
    expect(values).toEqual({ more: ['visit', 'join'] });
    await screen.click('Take out: visit');
    expect(values).toEqual({ more: ['join'] });
  });

  it('ticks any of several, in the order of the choices', async () => {
    const choices = ['a', 'b', 'c'].map(value => ({ value, label: value.toUpperCase() }));
    await show([{ name: 'types', label: 'Of type', kind: 'choices', help, choices } as Field], { types: ['c'] });
    const tick = async (label: string) => {
      [...screen.host.querySelectorAll('label')]
        .find(each => each.textContent.trim() === label)!
        .querySelector('input')!
        .click();
      await screen.settle();
    };
    await tick('A');
    expect(values).toEqual({ types: ['a', 'c'] });
    await tick('C');
    expect(values).toEqual({ types: ['a'] });
  });

  it('says how something comes again, until when, and when it is called off', async () => {
    await show([{ name: 'repeats', label: 'Comes again', kind: 'repetition', help } as Field]);
    await type('Comes again', 'weekly');
    expect(values).toEqual({ repeats: { rule: 'FREQ=WEEKLY', without: [] } });
    expect(screen.text).toContain('every week');
    await type('Until', '30 June 2027');
    await type('One time otherwise, on', '3 April 2027');
    await screen.click('Add');
    const rule = 'FREQ=WEEKLY;UNTIL=20270630T235900Z';
    expect(values).toEqual({ repeats: { rule, without: ['2027-04-03'] } });
    await type('One time otherwise, on', '10 April 2027');
    const becomes = screen.host.querySelector<HTMLSelectElement>('[aria-label="What becomes of it"]')!;
    becomes.value = 'moved';
    becomes.dispatchEvent(new Event('change', { bubbles: true }));
    await screen.settle();
    const instead = screen.host.querySelector<HTMLInputElement>('[aria-label="When it is instead"]')!;
    instead.value = '11 April 2027, 15:00';
    instead.dispatchEvent(new Event('change', { bubbles: true }));
    await screen.settle();
    await screen.click('Add');
    expect(values).toEqual({ repeats: { rule, without: ['2027-04-03'], moved: [{ date: '2027-04-10', to: '2027-04-11T15:00' }] } });
    await screen.click('As usual again: 10 April 2027 moves to 11 April 2027, 15:00');
    await screen.click('As usual again: 3 April 2027 is called off');
    await type('Comes again', 'nth');
    expect(values).toEqual({ repeats: { rule: 'FREQ=MONTHLY;BYDAY=1SA;UNTIL=20270630T235900Z', without: [] } });
    await type('Comes again', 'rule');
    expect(values).toEqual({ repeats: { rule: 'FREQ=WEEKLY;COUNT=8', without: [] } });
    const typed = screen.host.querySelector<HTMLInputElement>('[aria-label^="Recurrence rule"]')!;
    typed.value = 'FREQ=HOURLY';
    typed.dispatchEvent(new Event('change', { bubbles: true }));
    await screen.settle();
    expect(values).toEqual({ repeats: { rule: 'FREQ=HOURLY', without: [] } });
    expect(typed.classList).toContain('is-invalid');
    await type('Comes again', 'never');
    expect(values).toEqual({ repeats: null });
  });

  it('shows the picture that is named, says what it lacks, and lets go of it', async () => {
    await show([{ name: 'picture', label: 'Picture', kind: 'picture', help } as Field], { picture: 'dunes' });
    expect(screen.text).toContain('no words for those who cannot see it');
    await screen.click('None');
    expect(values).toEqual({ picture: '' });
    expect(screen.host.querySelector('img')).toBeNull();
  });

  it('closes what others may change, and says who', async () => {
    await show([{ name: 'most', label: 'At most', kind: 'number', help, least: 1, most: 9, changedBy: ['administrator'] } as Field]);
    expect(screen.text).toContain('Only administrator may change this.');
    expect(field('At most').closest('[inert]')).not.toBeNull();
  });

  describe('a list of items', () => {
    const items = [{ id: 'a', fields: { asked: 'Dogs?' } }, { id: 'b', fields: { asked: 'Tea?' } }]; // prettier-ignore

    it('keeps the identity of each wherever it goes', async () => {
      await show([question], { questions: items });
      await screen.click('Move down: Dogs?');
      expect(values).toEqual({ questions: [items[1], items[0]] });
      await screen.click('Take out: Tea?');
      expect(values).toEqual({ questions: [items[0]] });
    });

    it('adds as many as may be, each with an identity of its own', async () => {
      await show([question], { questions: items });
      await screen.click('Add a question');
      const [, , added] = values['questions'] as { id: string; fields: FieldValues }[];
      expect([added!.fields, ['a', 'b'].includes(added!.id)]).toEqual([{ asked: '' }, false]);
      const button = [...screen.host.querySelectorAll('button')].find(each => each.textContent.includes('Add a question'))!;
      expect(button.disabled).toBeTrue();
    });

    it('lies closed where there are many, but for what is new, and names items by what was chosen in them', async () => {
      const part = { ...question, item: 'part', most: 9, fields: [{ name: 'part', label: 'What', kind: 'choice', help, choices: [{ value: 't', label: 'Title' }, { value: 'd', label: 'Date' }] }] } as unknown as Field; // prettier-ignore
      await show([part], { questions: ['t', 'd', 't'].map((chosen, at) => ({ id: `p${at}`, fields: { part: chosen } })) });
      const items = () => [...screen.host.querySelectorAll('details')].map(each => `${each.querySelector('summary')!.textContent.trim()} ${each.open}`); // prettier-ignore
      expect(items()).toEqual(['1. Title false', '2. Date false', '3. Title false']);
      await screen.click('Add a part');
      expect(items()[3]).toBe('4. Title true');
    });

    it('says what is wrong at the field of the item it is wrong with', async () => {
      await show([question], { questions: items }, { '/questions/1/fields/asked': 'Must not be empty.' });
      const alert = screen.host.querySelector('[role="alert"]')!;
      expect([alert.textContent.trim(), alert.closest('li')!.textContent.includes('2. Tea?')]).toEqual(['Must not be empty.', true]);
    });
  });
});
