import type { RuleTree, WhereTest } from '@core/rule/rule';
import { make, pageRow, Screen } from '../testing/site';
import { TreeEditor } from './tree-editor';

const pages = [pageRow('front', null, 0, { path: '/' }), pageRow('visit', 'front', 1)];

describe('TreeEditor', () => {
  let tree: RuleTree<WhereTest>;
  let screen: Screen;
  const open = async (start: RuleTree<WhereTest>) => {
    tree = start;
    const fixture = await make(TreeEditor, { part: 'where', tree, pages });
    fixture.componentInstance.treeChange.subscribe(next => {
      tree = next as RuleTree<WhereTest>;
      fixture.componentRef.setInput('tree', next);
    });
    screen = new Screen(fixture);
  };

  it('shows groups within groups, and takes out one test or a whole group', async () => {
    await open({ all: [{ any: [{ test: 'page', page: 'visit' }, { test: 'front page' }] }], none: [{ test: 'type', type: 'event' }] });
    expect(screen.text).toContain('visit');
    await screen.click('Take out: the front page');
    expect(tree).toEqual({ all: [{ any: [{ test: 'page', page: 'visit' }] }], none: [{ test: 'type', type: 'event' }] });
    await screen.click('Take out: None of these');
    expect(tree).toEqual({ all: [{ any: [{ test: 'page', page: 'visit' }] }] });
    await screen.click('Take out: visit');
    expect(tree).toEqual({ all: [{}] });
  });

  it('adds tests and groups, and changes how a group counts', async () => {
    await open({});
    await screen.click('Add “any of these”');
    expect(tree).toEqual({ any: [{ test: 'page', page: 'front' }] });
    await screen.click('Add a group');
    expect(tree).toEqual({ any: [{ test: 'page', page: 'front' }, { any: [{ test: 'page', page: 'front' }] }] });
    await screen.fill('How the group counts', 'none');
    expect(tree).toEqual({ none: [{ test: 'page', page: 'front' }, { any: [{ test: 'page', page: 'front' }] }] });
  });

  it('turns a test into another kind in place', async () => {
    await open({ any: [{ test: 'page', page: 'visit' }] });
    await screen.click('Change: visit');
    await screen.fill('What to ask', 'locale');
    await screen.fill('Locale', 'cy');
    expect(tree).toEqual({ any: [{ test: 'locale', locale: 'cy' }] });
  });

  it('reads the same rule as text, and says where a text is wrong without losing the rule', async () => {
    await open({ any: [{ test: 'page', page: 'visit' }] });
    await screen.click('As text');
    expect(screen.host.querySelector('textarea')!.value).toBe('any of (page "/visit")');
    await screen.fill('The rule as text', 'all of (beneath "/visit", locale "cy")');
    const good = {
      all: [
        { test: 'within', page: 'visit' },
        { test: 'locale', locale: 'cy' },
      ],
    } as const;
    expect(tree).toEqual(good);
    await screen.fill('The rule as text', 'all of (beneath "/nowhere")');
    expect(screen.text).toContain('There is no page at /nowhere');
    expect(tree).toEqual(good);
  });
});
