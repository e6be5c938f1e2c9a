import { make, Screen } from '../testing/site';
import { RulePart } from './rule-part';

describe('RulePart', () => {
  it('shows what was chosen at once, before the answer to it has come, and takes over the answer', async () => {
    const fixture = await make(RulePart, { part: 'when', tree: {} });
    const emitted: unknown[] = [];
    fixture.componentInstance.treeChange.subscribe(tree => emitted.push(tree));
    const screen = new Screen(fixture);
    await screen.click('hours each day');
    expect(screen.host.querySelector<HTMLInputElement>('[aria-label="Opens"]')!.value).toBe('09:00');
    await screen.fill('Closes', '18:30');
    expect(emitted.length).toBe(2);
    fixture.componentRef.setInput('tree', {});
    await screen.settle();
    expect(screen.host.querySelector('[aria-label="Opens"]')).toBeNull();
  });

  it('opens as a tree what simple controls cannot say, and offers both where they can', async () => {
    const fixture = await make(RulePart, {
      part: 'who',
      tree: { any: [{ test: 'signed in' }, { none: [{ test: 'role', role: 'editor' }] }] },
    });
    const screen = new Screen(fixture);
    expect(screen.text).toContain('Any of these');
    expect(screen.text).not.toContain('As choices');
    fixture.componentRef.setInput('tree', {});
    await screen.settle();
    await screen.click('As a tree');
    expect(screen.text).toContain('Nothing is asked: it always holds.');
    await screen.click('As choices');
    expect(screen.text).toContain('Signed-in readers');
  });
});
