import { sampleEdition } from '@server/testing/samples';
import { TestSite } from '@server/testing/test-site';
import type { Row } from './measure';

/** How many windows that open and close each day are live in the end. */
const windows = 6;

/** Whether publishing takes longer the more windows with hours of the day are live. */
export async function benchPublish(): Promise<readonly Row[]> {
  const test = await new TestSite().open();
  const administrator = await test.client('margit');
  const publish = async (hours: string | null): Promise<number> => {
    const when = hours ? { all: [{ test: 'time of day' as const, from: hours, until: '18:30', zone: 'Europe/London' }] } : {};
    const edition = sampleEdition(test.pageId('/visit'), {}, {}, { when });
    const begun = performance.now();
    const { status } = await administrator.post('/api/editions', { ...edition, move: { name: 'publish' } });
    if (status !== 200) throw new Error(`Publishing answered ${status}`);
    return performance.now() - begun;
  };
  const median = async () => {
    const times = [await publish(null), await publish(null), await publish(null), await publish(null), await publish(null)];
    return times.sort((a, b) => a - b)[2]!;
  };
  await publish(null);
  const before = await median();
  for (let hour = 1; hour <= windows; hour += 1) await publish(`0${hour}:00`);
  const after = await median();
  await test.close();
  return [
    {
      what: `publishing with ${windows} daily windows live (${Math.round(after)} ms) against none (${Math.round(before)} ms)`,
      ratio: after / before,
      aim: 'at most',
      bound: 3,
    },
  ];
}
