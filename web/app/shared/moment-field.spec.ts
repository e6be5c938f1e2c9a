import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SessionService } from '../state/session.service';
import { MomentField } from './moment-field';

const now = Date.parse('2027-03-18T09:40Z');

describe('MomentField', () => {
  async function show(local: string, locale = 'en-GB') {
    await TestBed.configureTestingModule({
      imports: [MomentField],
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: SessionService,
          useValue: { site: { zone: 'Europe/London', now }, style: { locale, zone: 'Europe/London', now } },
        },
      ],
    }).compileComponents();
    const fixture = TestBed.createComponent(MomentField);
    fixture.componentRef.setInput('label', 'From');
    fixture.componentRef.setInput('value', { local, zone: 'Europe/London' });
    await fixture.whenStable();
    return fixture;
  }

  const typeInto = (fixture: { nativeElement: unknown }, text: string) => {
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    field.value = text;
    field.dispatchEvent(new Event('change'));
    return field;
  };

  it('shows a moment as the site writes it, and takes one typed in another way', async () => {
    const fixture = await show('2027-03-28T06:00');
    let local: string | undefined;
    fixture.componentInstance.valueChange.subscribe(value => (local = value?.local));
    expect((fixture.nativeElement as HTMLElement).querySelector('input')!.value).toBe('28 March 2027, 06:00');
    typeInto(fixture, '1 April, 18.30');
    expect(local).toBe('2027-04-01T18:30');
  });

  it('writes and reads a moment in the manner of another language', async () => {
    const fixture = await show('2027-03-28T06:00', 'de');
    let local: string | undefined;
    fixture.componentInstance.valueChange.subscribe(value => (local = value?.local));
    expect((fixture.nativeElement as HTMLElement).querySelector('input')!.value).toBe('28. März 2027, 06:00');
    typeInto(fixture, '3. Okt. 2027, 18.30');
    expect(local).toBe('2027-10-03T18:30');
  });

  it('keeps what it cannot read, says so, and changes nothing', async () => {
    const fixture = await show('2027-03-28T06:00');
    let hasChanged = false;
    fixture.componentInstance.valueChange.subscribe(() => (hasChanged = true));
    const field = typeInto(fixture, 'end of the month');
    await fixture.whenStable();
    expect([field.value, hasChanged]).toEqual(['end of the month', false]);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Not read as a date');
  });

  it('is picked from the keyboard', async () => {
    const fixture = await show('2027-03-28T06:00');
    let local: string | undefined;
    fixture.componentInstance.valueChange.subscribe(value => (local = value?.local));
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    await fixture.whenStable();
    const days = [...document.querySelectorAll<HTMLElement>('.ngb-dp-day')];
    days.find(day => day.textContent?.trim() === '20')!.click();
    expect(local).toBe('2027-03-20T06:00');
  });

  it('says when the clocks skip a time', async () =>
    expect(((await show('2027-03-28T01:30')).nativeElement as HTMLElement).textContent).toContain('clocks go forward'));

  it('asks which is meant when a time comes twice', async () => {
    const fixture = await show('2027-10-31T01:30');
    let choice: string | undefined;
    fixture.componentInstance.valueChange.subscribe(value => (choice = value?.choice));
    const select = (fixture.nativeElement as HTMLElement).querySelector('select')!;
    select.value = 'later';
    select.dispatchEvent(new Event('change'));
    expect(choice).toBe('later');
  });
});
