import { sampleEdition } from '@server/testing/samples';
import { TestSite } from '@server/testing/test-site';
import type { Rule } from '@core/rule/rule';
import type { Row } from './measure';

/** How many windows that open and close each day are live in the end. */
const windows = 6;

/** How many groups of readers rules ask for in the end. */
const groups = 30;

/** Whether publishing takes longer the more windows with hours of the day are live, and the more groups of readers rules ask for. */
export async function benchPublish(): Promise<readonly Row[]> {
  return [
    await compare(`${windows} daily windows live`, windows, dailyWindow),
    await compare(`${groups} groups of readers asked for`, groups, group),
  ];
}

async function compare(what: string, count: number, ruleOf: (index: number) => Partial<Rule>): Promise<Row> {
  const test = await new TestSite().open();
  const named = Array.from({ length: groups }, (_, index) => ({ name: `group-${index}`, label: `Group ${index}` }));
  Object.assign(test.site.settings, { memberships: [...test.site.settings.memberships, ...named] });
  const administrator = await test.client('margit');
  const publish = async (rule: Partial<Rule>): Promise<number> => {
    const edition = sampleEdition(test.pageId('/visit'), {}, {}, rule);
    const begun = performance.now();
    const { status } = await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } });
    if (status !== 200) throw new Error(`Publishing answered ${status}`);
    return performance.now() - begun;
  };
  const median = async () => {
    const times: number[] = [];
    for (let turn = 0; turn < 9; turn += 1) times.push(await publish({}));
    return times.sort((a, b) => a - b)[4]!;
  };
  await publish({});
  const before = await median();
  for (let index = 0; index < count; index += 1) await publish(ruleOf(index));
  const after = await median();
  await test.close();
  const name = `publishing with ${what} (${Math.round(after)} ms) against none (${Math.round(before)} ms)`;
  return { what: name, ratio: after / before, aim: 'at most', bound: 3 };
}

function dailyWindow(index: number): Partial<Rule> {
  return { when: { all: [{ test: 'time of day', from: `0${index + 1}:00`, until: '18:30', zone: 'Europe/London' }] } };
}

function group(index: number): Partial<Rule> {
  return { where: {}, who: { any: [{ test: 'membership', membership: `group-${index}` }] } };
}
