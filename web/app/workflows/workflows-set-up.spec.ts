import type { WorkflowsReport, WorkflowsWish } from '@contract/workflows';
import { TestBed } from '@angular/core/testing';
import { defaultWorkflow } from '@core/workflow/default';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { make, Screen } from '../testing/site';
import { WorkflowsSetUp } from './workflows-set-up';

const report = (part: Partial<WorkflowsReport> = {}): WorkflowsReport => ({
  workflows: [defaultWorkflow] as unknown as WorkflowsReport['workflows'],
  tag: '"first"',
  mayChange: true,
  findings: [[]],
  makers: [{}],
  standing: [{ workflow: defaultWorkflow.name, stage: 'in review', count: 3 }],
  passages: [],
  furtherPassages: 0,
  ...part,
});

describe('WorkflowsSetUp', () => {
  const asked: WorkflowsWish[] = [];
  const saved: (readonly [WorkflowsWish, string])[] = [];
  let check: (wish: WorkflowsWish) => WorkflowsReport = wish => report({ workflows: wish.workflows as WorkflowsReport['workflows'] });
  let save = () => of(report());
  const open = async (first = report()) => {
    const screen = new Screen(
      await make(WorkflowsSetUp, {}, {
        readWorkflows: () => of(first),
        checkWorkflows: (wish: WorkflowsWish) => (asked.push(wish), of(check(wish))),
        saveWorkflows: (wish: WorkflowsWish, tag: string) => (saved.push([wish, tag]), save()),
      } as never),
    );
    return screen;
  };
  const settled = async (screen: Screen) => screen.until(() => !screen.text.includes('Working out what this does…'));
  beforeEach(() => {
    localStorage.clear();
    asked.length = saved.length = 0;
    save = () => of(report());
    check = wish => report({ workflows: wish.workflows as WorkflowsReport['workflows'] });
  });

  it('draws how much stands where, and what is wrong where it is wrong', async () => {
    const finding = { finding: 'nobody', stage: null, move: 'approve', words: 'Nobody on the staff could ever “approve”.' };
    const screen = await open(report({ findings: [[finding]] }));
    expect(screen.host.querySelector('.stage .chip')!.textContent).toBe('3');
    expect(screen.host.querySelector('.verb.trouble')!.textContent).toContain('Approve');
  });

  it('takes a renamed stage along, asks where what is stranded goes, and saves only then', async () => {
    const before = { workflow: defaultWorkflow.name, stage: 'in review' };
    const stranded = { editionId: 'e', title: 'Toads', before, after: { workflow: defaultWorkflow.name, stage: null } };
    check = wish =>
      report({
        workflows: wish.workflows as WorkflowsReport['workflows'],
        passages: wish.relocations!.some(each => each.to === 'draft') ? [] : [stranded],
      });
    const screen = await open();
    await screen.fill('Name of stage 2', 'second look');
    await settled(screen);
    expect(asked.at(-1)!.relocations).toEqual([{ workflow: defaultWorkflow.name, from: 'in review', to: 'second look' }]);
    expect(asked.at(-1)!.workflows[0]!.moves.find(each => each.name === 'approve')!.from).toEqual(['second look']);
    expect(screen.text).toContain('Toads');
    const button = () => [...screen.host.querySelectorAll('button')].find(each => each.textContent.includes('Set these workflows'))!;
    expect(button().disabled).toBeTrue();
    const where = screen.host.querySelector<HTMLSelectElement>('almanac-workflow-passages select')!;
    where.value = 'draft';
    where.dispatchEvent(new Event('change'));
    await settled(screen);
    expect(button().disabled).toBeFalse();
    await screen.click('Set these workflows');
    expect(saved[0]![1]).toBe('"first"');
    expect(saved[0]![0].relocations).toContain({ workflow: defaultWorkflow.name, from: 'in review', to: 'draft' });
  });

  it('keeps what was changed in this browser until it is saved or given up', async () => {
    const first = await open();
    await first.click('Another stage');
    await settled(first);
    TestBed.resetTestingModule();
    const again = await open();
    await settled(again);
    expect(again.host.querySelectorAll('almanac-workflow-stages li').length).toBe(3);
    await again.click('Leave them as they were');
    expect(again.host.querySelectorAll('almanac-workflow-stages li').length).toBe(2);
  });

  it('keeps mine where somebody was first, and takes theirs or puts mine over them', async () => {
    const theirs = report({ tag: '"second"' });
    const problem = { type: 't', title: 't', status: 412, code: 'changed-meanwhile', detail: 'Somebody was first.', theirs };
    save = () => throwError(() => new ApiProblem(problem as never)) as never;
    const screen = await open();
    await screen.click('Another move');
    await settled(screen);
    await screen.click('Set these workflows');
    expect(screen.text).toContain('Somebody was first.');
    await screen.click('Put mine over theirs');
    await settled(screen);
    save = () => of(report());
    await screen.click('Set these workflows');
    expect([saved.at(-1)![1], saved.at(-1)![0].workflows[0]!.moves.length]).toEqual(['"second"', 8]);
  });

  it('lets nobody change anything who may not', async () => {
    const screen = await open(report({ mayChange: false }));
    expect(screen.host.querySelector<HTMLFieldSetElement>('fieldset.parts')!.disabled).toBeTrue();
    expect(screen.text).toContain('set by managers and administrators');
  });
});
