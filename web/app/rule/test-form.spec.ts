import type { WhereTest } from '@core/rule/rule';
import { whereTests } from '@core/rule/tests/where-tests';
import { make, pageRow, Screen } from '../testing/site';
import { TestForm } from './test-form';

describe('TestForm', () => {
  let screen: Screen;
  let told: WhereTest[];
  const show = async (test: WhereTest) => {
    told = [];
    const fixture = await make(TestForm, { test, pages: [pageRow('front', null, 0), pageRow('visit', 'front', 1)] });
    fixture.componentInstance.testChange.subscribe(next => {
      told.push(next);
      fixture.componentRef.setInput('test', next);
    });
    screen = new Screen(fixture);
  };

  it('turns to another test about the same page', async () => {
    await show({ test: 'page', page: 'visit' });
    await screen.fill('What to ask', 'within');
    expect(told).toEqual([{ test: 'within', page: 'visit' }]);
  });

  it('waits until a test that needs words has them', async () => {
    await show({ test: 'front page' });
    await screen.fill('What to ask', 'topic');
    expect(told).toEqual([]);
    await screen.fill('Topic', ' terns ');
    expect(told).toEqual([{ test: 'topic', topic: 'terns' }]);
  });

  it('leaves out what may be left out, and takes an empty value for any', async () => {
    await show({ test: 'service page', service: 'sign-in' });
    await screen.fill('Which', '');
    await screen.fill('What to ask', 'query');
    await screen.fill('Parameter', 'from');
    await screen.fill('Value; empty takes any', 'letter');
    expect(told).toEqual([
      { test: 'service page' },
      { test: 'query', name: 'from', value: null },
      { test: 'query', name: 'from', value: 'letter' },
    ]);
  });

  it('asks for words only where they are compared', async () => {
    await show({ test: 'field', field: 'title', compare: 'contains', value: 'Spit' });
    await screen.fill('How', 'is empty');
    expect(screen.host.querySelector('[aria-label="Words"]')).toBeNull();
    expect(told).toEqual([{ test: 'field', field: 'title', compare: 'is empty', value: 'Spit' }]);
  });

  it('shows a test that was added while the program runs', async () => {
    const remove = whereTests.add({
      name: 'depth',
      label: 'pages so deep in the tree',
      parameters: [{ name: 'levels', label: 'Levels', kind: 'number', help: '', least: 1, most: 9 }],
      holds: () => () => true,
      phrase: () => 'deep pages',
    });
    await show({ test: 'front page' });
    await screen.fill('What to ask', 'depth');
    await screen.fill('Levels', '3');
    remove();
    expect(told.at(-1) as unknown).toEqual({ test: 'depth', levels: 3 });
  });
});
