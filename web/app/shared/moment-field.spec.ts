import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SessionService } from '../state/session.service';
import { MomentField } from './moment-field';

describe('MomentField', () => {
  async function show(local: string) {
    await TestBed.configureTestingModule({
      imports: [MomentField],
      providers: [provideZonelessChangeDetection(), { provide: SessionService, useValue: { site: { zone: 'Europe/London' } } }],
    }).compileComponents();
    const fixture = TestBed.createComponent(MomentField);
    fixture.componentRef.setInput('label', 'From');
    fixture.componentRef.setInput('value', { local, zone: 'Europe/London' });
    await fixture.whenStable();
    return fixture;
  }

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
