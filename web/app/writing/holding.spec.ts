import { TestBed } from '@angular/core/testing';
import { Subject, of } from 'rxjs';
import { LiveService } from '../state/live.service';
import { make, Screen } from '../testing/site';
import { Holding } from './holding';

const id = 'b0a1';
const held = { recordId: id, locale: 'en-GB', personId: 'q', name: 'Bea Lorimer', since: 0 };

describe('Holding', () => {
  const asked: unknown[][] = [];
  const answers = {
    holdRecord: (...given: never[]) => (asked.push(['hold', ...given]), of({ held: null })),
    giveBackRecord: (...given: never[]) => (asked.push(['give back', ...given]), of(undefined)),
    takeOverRecord: (...given: never[]) => (asked.push(['take over', ...given]), of({ held: { ...held, personId: 'p', name: 'P' } })),
  };
  const shown = async (part: object = {}, roles: readonly string[] = ['manager']) => {
    asked.length = 0;
    const fixture = await make(Holding, { recordId: id, kind: 'page', locale: 'en-GB', isChanged: false, ...part }, answers, roles);
    return { fixture, screen: new Screen(fixture), live: TestBed.inject(LiveService) };
  };

  it('holds what is being written for as long as there are unsaved words, and gives it back', async () => {
    const { fixture } = await shown();
    expect(asked).toEqual([]);
    fixture.componentRef.setInput('isChanged', true);
    await fixture.whenStable();
    fixture.componentRef.setInput('isChanged', false);
    await fixture.whenStable();
    fixture.componentRef.setInput('isChanged', true);
    await fixture.whenStable();
    fixture.destroy();
    const [hold, back] = [
      ['hold', id, 'en-GB', true],
      ['give back', id, 'en-GB'],
    ];
    expect(asked).toEqual([hold, back, hold, back]);
  });

  it('is given back with words still unsaved, and held again by the next that is written', async () => {
    const { screen, live } = await shown({ isChanged: true });
    live.take({ kind: 'held', recordId: id, locale: 'en-GB', held: { ...held, personId: 'p' }, takenFrom: null });
    await screen.settle();
    await screen.click('Give it back');
    live.take({ kind: 'held', recordId: id, locale: 'en-GB', held: null, takenFrom: null });
    await screen.settle();
    expect(screen.text).toContain('Given back');
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'Tab', bubbles: true }));
    document.body.dispatchEvent(new Event('input', { bubbles: true }));
    await screen.settle();
    expect(screen.text).not.toContain('Given back');
    expect(asked.map(([what]) => what)).toEqual(['hold', 'give back', 'hold']);
  });

  it('says who writes here, and lets a manager take it over', async () => {
    const { screen, live } = await shown();
    live.take({ kind: 'hello', held: [held, { ...held, locale: 'cy', name: 'Tomos' }] });
    await screen.settle();
    expect(screen.text).toContain('Bea Lorimer has been writing here since');
    expect(screen.text).not.toContain('Tomos');
    await screen.click('Take it over');
    expect(asked).toEqual([['take over', id, 'en-GB']]);
    expect(screen.text).toBe('');
  });

  it('tells whoever lost it that their words stay, and offers nobody else to take it', async () => {
    const { screen, live } = await shown({ isChanged: true }, ['writer']);
    live.take({ kind: 'held', recordId: id, locale: 'en-GB', held, takenFrom: 'p' });
    await screen.settle();
    expect(screen.text).toContain('Bea Lorimer has taken this over. Your words are all here');
    expect(screen.host.querySelector('button')).toBeNull();
    live.take({ kind: 'held', recordId: id, locale: 'en-GB', held: null, takenFrom: null });
    await screen.settle();
    expect(screen.text).toBe('');
  });

  it('tells of words that others save on this here, and reads them when nothing would be lost', async () => {
    const { fixture, screen, live } = await shown();
    const written = { kind: 'proposal', recordId: id, locale: 'en-GB', proposalId: 'r', editionId: 'e', headRevisionId: 'h' } as const;
    let reloaded = 0;
    fixture.componentInstance.reload.subscribe(() => (reloaded += 1));
    live.take({ ...written, stage: 'draft', personId: 'p', name: 'P' });
    live.take({ ...written, locale: 'cy', stage: 'draft', personId: 'q', name: 'Bea' });
    await screen.settle();
    expect(screen.text).toBe('');
    live.take({ ...written, stage: 'draft', personId: 'q', name: 'Bea' });
    await screen.settle();
    expect(screen.text).toContain('Bea has just saved other words on this.');
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/reviews/e');
    await screen.click('Read it anew');
    expect([reloaded, screen.text]).toEqual([1, '']);
    fixture.componentRef.setInput('isChanged', true);
    live.take({ ...written, stage: 'approved', personId: 'q', name: 'Bea' });
    await screen.settle();
    expect([screen.text.includes('Bea’s words on this have just been approved.'), screen.host.querySelector('button')]).toEqual([
      true,
      null,
    ]);
  });

  it('loses nothing by a stream that breaks: hello comes again with all that holds', async () => {
    const { live } = await shown();
    const told = new Subject<number>();
    const counts: number[] = [];
    told.subscribe(count => counts.push(count));
    for (const all of [[held], [], [held, { ...held, locale: 'cy' }]]) {
      live.take({ kind: 'hello', held: all });
      told.next(live.held().length);
    }
    expect(counts).toEqual([1, 0, 2]);
    expect(live.writersOf(id)).toBe('Bea Lorimer');
  });
});
