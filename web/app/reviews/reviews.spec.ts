import type { EditionRow } from '@contract/messages';
import { of, Subject, throwError } from 'rxjs';
import { make, Screen } from '../testing/site';
import { ReviewsWorkspace } from './reviews';

const row = (id: string, part: Partial<EditionRow> = {}): EditionRow => ({
  id,
  title: `Edition ${id}`,
  stage: 'in review',
  author: { id: 'bea', name: 'Bea' },
  createdAt: 0,
  submittedAt: 0,
  wishedFrom: null,
  changeCount: 1,
  summary: '1 page',
  moves: [],
  waitsForYou: false,
  waitsFor: [],
  cameBack: false,
  kinds: ['page'],
  types: ['reserve'],
  sections: ['Visit'],
  publishedFrom: null,
  ...part,
});

describe('ReviewsWorkspace', () => {
  it('says how many wait for this person', async () => {
    const editions = [row('a', { waitsForYou: true }), row('b')];
    const screen = new Screen(await make(ReviewsWorkspace, {}, { listEditions: () => of(editions) }));
    expect(screen.text).toContain('One waits for you; 2 on the way in all.');
  });

  it('shows what was asked for last, however late what was asked for first comes', async () => {
    const answers = { open: new Subject<EditionRow[]>(), ended: new Subject<EditionRow[]>() };
    const fixture = await make(ReviewsWorkspace, {}, { listEditions: ((which: 'open' | 'ended') => answers[which]) as never });
    const screen = new Screen(fixture);
    fixture.componentRef.setInput('show', 'ended');
    await screen.settle();
    answers.ended.next([row('ended', { stage: 'approved' })]);
    expect(answers.open.observed).toBeFalse();
    await screen.settle();
    expect(screen.text).toContain('Edition ended');
  });

  it('says nothing waits when there is nothing, and stays when the list cannot be read', async () => {
    const empty = new Screen(await make(ReviewsWorkspace, {}, { listEditions: () => of([]) }));
    expect(empty.text).toContain('Nothing waits for you');
  });

  it('stays as it is when the list cannot be read', async () => {
    const failing = new Screen(await make(ReviewsWorkspace, {}, { listEditions: () => throwError(() => new Error('away')) }));
    expect(failing.text).not.toContain('Edition');
  });

  it('filters by section, kind or type, person, whom it waits for and age', async () => {
    const day = 86_400_000;
    const now = Date.parse('2027-03-18T09:40Z');
    const editions = [
      row('a', { sections: ['Wildlife'], submittedAt: now - 8 * day }),
      row('b', { types: ['notice'], kinds: ['block'], author: { id: 'e', name: 'Edwin' }, submittedAt: now - day / 2 }),
      row('c', { waitsForYou: true, waitsFor: ['Ida'], submittedAt: now }),
      row('d', { cameBack: true, stage: 'draft', submittedAt: now }),
    ];
    const fixture = await make(ReviewsWorkspace, {}, { listEditions: () => of(editions) });
    const screen = new Screen(fixture);
    const titles = async (name: string, value: string) => {
      fixture.componentRef.setInput(name, value);
      await screen.settle();
      const found = [...screen.host.querySelectorAll('tbody .title')].map(each => each.textContent.trim().at(-1)!).join('');
      fixture.componentRef.setInput(name, undefined);
      return found;
    };
    const rows = [
      ['section', 'Wildlife', 'a'],
      ['kind', 'notice', 'b'],
      ['kind', 'block', 'b'],
      ['by', 'Edwin', 'b'],
      ['waits', 'me', 'c'],
      ['waits', 'Ida', 'c'],
      ['waits', 'back', 'd'],
      ['age', '7', 'a'],
      ['find', 'edition d', 'd'],
    ] as const;
    for (const [name, value, expected] of rows)
      expect(await titles(name, value))
        .withContext(`${name} ${value}`)
        .toBe(expected);
  });
});
