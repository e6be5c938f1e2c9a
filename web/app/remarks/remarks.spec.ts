import type { RemarkWish, Remarks as RemarkList } from '@contract/remarks';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { Remarks } from './remarks';

const remark = (id: string, part: Partial<RemarkList[number]> = {}): RemarkList[number] => ({
  id,
  by: 'Edwin',
  isOwn: false,
  at: 0,
  body: `Say when ${id}`,
  proposalId: 'p',
  title: 'Hides',
  field: 'fields.body',
  label: 'Text',
  quote: 'at noon',
  isGone: false,
  answers: [],
  settled: null,
  maySettle: true,
  ...part,
});
const edition = {
  id: 'e',
  stage: 'in review',
  changes: [{ proposalId: 'p', title: 'Hides', fields: [{ field: 'fields.body', label: 'Text' }] }],
};

async function typed(screen: Screen, selector: string, text: string): Promise<void> {
  const field = screen.host.querySelector<HTMLTextAreaElement>(selector)!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
  await screen.settle();
}

describe('Remarks', () => {
  const open = async (list: RemarkList, inputs: object = {}, answers: object = {}) => {
    const wishes: RemarkWish[] = [];
    const fixture = await make(
      Remarks,
      { edition, ...inputs },
      {
        listRemarks: () => of(list),
        addRemark: (_id: string, wish: RemarkWish) => {
          wishes.push(wish);
          return of([...list, remark('new')]);
        },
        ...answers,
      },
    );
    const counts: number[] = [];
    fixture.componentInstance.counted.subscribe(count => counts.push(count));
    const screen = new Screen(fixture);
    await screen.settle();
    return { screen, wishes, counts };
  };

  it('lists what is open first, with its words, and what has become of them', async () => {
    const { screen } = await open([
      remark('a', { settled: { by: 'Ida', at: 0 } }),
      remark('b', { isGone: true, answers: [{ id: 'c', by: 'Bea', isOwn: true, at: 0, body: 'Done.' }] }),
    ]);
    const articles = [...screen.host.querySelectorAll('article')].map(each => each.textContent);
    expect(articles.map(each => /Say when (\w)/.exec(each)![1])).toEqual(['b', 'a']);
    expect(articles[0]).toContain('(these words are gone)');
    expect(articles[0]).toContain('Done.');
    expect(articles[1]).toContain('Settled by Ida');
    expect(screen.text).toContain('1 open');
  });

  it('takes marked words as what is remarked on, and says so of that field', async () => {
    const marked = { proposalId: 'p', field: 'fields.body', quote: 'at noon' };
    const { screen, wishes } = await open([], { marked });
    expect(screen.host.querySelector('details')!.open).toBeTrue();
    expect(screen.host.querySelector<HTMLInputElement>('#remark-quote')!.value).toBe('at noon');
    await typed(screen, '#remark-body', 'Check it.');
    await screen.click('Remark');
    expect(wishes).toEqual([{ proposalId: 'p', field: 'fields.body', quote: 'at noon', body: 'Check it.' }]);
  });

  it('keeps what was typed when it is refused, and says why at the field', async () => {
    const marked = { proposalId: 'p', field: 'fields.body', quote: 'not there' };
    const refused = new ApiProblem({
      type: '',
      title: '',
      status: 422,
      detail: '',
      code: 'invalid',
      errors: [{ pointer: '/quote', detail: 'These words do not stand there.' }],
    });
    const { screen } = await open([], { marked }, { addRemark: () => throwError(() => refused) });
    await typed(screen, '#remark-body', 'Check it.');
    await screen.click('Remark');
    expect(screen.text).toContain('These words do not stand there.');
    expect(screen.host.querySelector<HTMLTextAreaElement>('#remark-body')!.value).toBe('Check it.');
  });

  it('answers and settles', async () => {
    const settled: unknown[] = [];
    const settleRemark = (id: string, isSettled: boolean) => {
      settled.push([id, isSettled]);
      return of([remark('a', { settled: { by: 'Ida', at: 0 } })]);
    };
    const { screen, wishes } = await open([remark('a')], {}, { settleRemark });
    await screen.click('Answer');
    await typed(screen, '#answer-a', 'At one.');
    await screen.click('Answer');
    expect(wishes).toEqual([{ replyTo: 'a', body: 'At one.' }]);
    await screen.click('Settle it');
    expect(settled).toEqual([['a', true]]);
  });

  it('is only read once it has been decided', async () => {
    const { screen } = await open([remark('a')], { edition: { ...edition, stage: 'approved' } });
    expect([...screen.host.querySelectorAll('button')]).toEqual([]);
  });
});
