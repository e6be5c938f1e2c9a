import { nobody, type RuleTree, type WhoTest } from '@core/rule/rule';
import { make, Screen } from '../testing/site';
import { WhoControl } from './who-control';

describe('WhoControl', () => {
  it('holds for nobody when the last membership is taken out, and says so', async () => {
    const member: RuleTree<WhoTest> = { any: [{ test: 'membership', membership: 'member' }] };
    const fixture = await make(WhoControl, { tree: member });
    const screen = new Screen(fixture);
    fixture.componentInstance.treeChange.subscribe(tree => fixture.componentRef.setInput('tree', tree));
    await screen.click('members');
    expect(fixture.componentInstance.tree()).toEqual(nobody);
    expect(screen.text).toContain('It shows to nobody until one is chosen.');
    await screen.click('editor');
    expect(fixture.componentInstance.tree()).toEqual({ any: [{ test: 'role', role: 'editor' }] });
    expect(screen.text).not.toContain('nobody');
  });
});
