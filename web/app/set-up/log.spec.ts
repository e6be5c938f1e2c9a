import type { AuditPage } from '@contract/audit';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { LogSetUp } from './log';

const entry = (number: number, part: Partial<AuditPage['entries'][number]> = {}): AuditPage['entries'][number] => ({
  number,
  at: 0,
  by: 'Ida Venn',
  personId: 'i',
  source: '127.0.0.1',
  act: 'save',
  words: `Saved: “${number}”`,
  kind: 'block',
  subjectId: 'b',
  before: null,
  after: null,
  ...part,
});

describe('LogSetUp', () => {
  const asked: unknown[] = [];
  const shown = async (broken: number | null = null) => {
    asked.length = 0;
    const readLog = (question: { below?: number; find?: string }) => {
      asked.push(question);
      const entries = question.find ? [] : question.below ? [entry(1)] : [entry(3, { before: '{"a":1}', after: '{"a":2}' }), entry(2)];
      return of({ entries, hasMore: !question.below && !question.find, acts: [{ act: 'save', words: 'Saved' }] });
    };
    const checkLog = () => of({ count: 1_203, head: 'f00d', brokenAt: broken });
    const screen = new Screen(await make(LogSetUp, {}, { readLog, checkLog } as never, ['administrator']));
    await screen.until(() => screen.text.includes('Saved: “3”'));
    return screen;
  };

  it('tells what was done with what was before and after, and goes on to older ones', async () => {
    const screen = await shown();
    expect(screen.text).toContain('Saved: “3”');
    expect([...screen.host.querySelectorAll('pre')].map(each => JSON.parse(each.textContent!))).toEqual([{ a: 1 }, { a: 2 }]);
    await screen.click('Older ones');
    expect(screen.text).toContain('Saved: “1”');
    expect(asked).toEqual([{}, { below: 2 }]);
    expect(screen.text).not.toContain('Older ones');
  });

  it('asks by name, act and days, and takes the same questions out as a file', async () => {
    const screen = await shown();
    await screen.fill('From this day', '18 March 2027');
    await screen.fill('To the end of this day', '18 March 2027');
    await screen.fill('Called', 'tides');
    await screen.until(() => screen.text.includes('Nothing like this was done.'));
    const [from, until] = [Date.parse('2027-03-18T00:00Z'), Date.parse('2027-03-19T00:00Z')];
    expect(asked.at(-1)).toEqual({ find: 'tides', from, until });
    const links = [...screen.host.querySelectorAll('a')].map(each => each.getAttribute('href'));
    expect(links[1]).toBe(`/api/log/export?find=tides&from=${from}&until=${until}&as=jsonl`);
  });

  it('says whether the log is whole', async () => {
    const screen = await shown();
    await screen.click('Check that it is whole');
    expect(screen.text).toContain('The log is whole: 1,203 entries');
    expect(screen.host.querySelector('code')?.textContent).toBe('f00d');
  });

  it('says where the log is broken', async () => {
    const screen = await shown(7);
    await screen.click('Check that it is whole');
    expect(screen.text).toContain('The log is broken at entry 7');
  });
});
