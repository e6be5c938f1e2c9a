import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { PageRow } from '@contract/messages';
import type { RuleTree, WhereTest } from '@core/rule/rule';
import { WhereControl } from './where-control';

const page = (id: string, parentId: string | null, depth: number): PageRow => ({
  id,
  title: id,
  path: `/${id}`,
  parentId,
  depth,
  type: 'page',
  layout: 'wide',
  topics: [],
  authors: [],
  order: 'a0',
  status: 'live',
  waiting: null,
  nextChange: null,
  changedAt: 0,
  changedBy: '',
  readers: '',
});
const pages = [page('front', null, 0), page('visit', 'front', 1), page('tern', 'visit', 2)];

describe('WhereControl', () => {
  let fixture: ComponentFixture<WhereControl>;
  let tree: RuleTree<WhereTest>;
  const host = () => fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    // The virtual list measures itself one frame later.
    await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    await fixture.whenStable();
  };
  const choose = async (label: string) => {
    [...host().querySelectorAll('label')]
      .find(each => each.textContent.trim() === label)!
      .querySelector('input')!
      .click();
    await settle();
  };

  beforeEach(async () => {
    await TestBed.configureTestingModule({ imports: [WhereControl], providers: [provideZonelessChangeDetection()] }).compileComponents();
    fixture = TestBed.createComponent(WhereControl);
    tree = { any: [{ test: 'page', page: 'tern' }] };
    fixture.componentRef.setInput('tree', tree);
    fixture.componentRef.setInput('pages', pages);
    fixture.componentInstance.treeChange.subscribe(next => {
      tree = next;
      fixture.componentRef.setInput('tree', next);
    });
    await settle();
  });

  it('keeps the picks when "only these" becomes "every page but these", and back', async () => {
    await choose('Every page but these');
    expect(tree).toEqual({ none: [{ test: 'page', page: 'tern' }] });
    await choose('Every page');
    expect(tree).toEqual({});
    await choose('Only these');
    expect(tree).toEqual({ any: [{ test: 'page', page: 'tern' }] });
  });

  it('takes in everything beneath a pick, and leaves a page of it out', async () => {
    await choose('visit');
    [...host().querySelectorAll<HTMLButtonElement>('.page button')]
      .find(each => each.closest('.page')!.textContent.includes('visit'))!
      .click();
    await settle();
    await choose('tern');
    [...host().querySelectorAll<HTMLButtonElement>('.page button')].find(each => each.textContent.trim() === 'leave out')!.click();
    await settle();
    expect(tree).toEqual({ any: [{ test: 'within', page: 'visit' }], none: [{ test: 'page', page: 'tern' }] });
  });

  it('shows nowhere, not everywhere, when the last pick is taken out', async () => {
    await choose('tern');
    expect(tree).toEqual({ none: [{ test: 'path', pattern: '*' }] });
    await choose('front');
    expect(tree).toEqual({ any: [{ test: 'page', page: 'front' }] });
  });
});
