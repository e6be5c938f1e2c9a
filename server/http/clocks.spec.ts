import type { Health } from '@contract/assembling';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const hour = 3_600_000;

describe('a clock that is wrong', () => {
  let test: TestSite;
  let reader: TestClient;
  beforeEach(async () => {
    test = await new TestSite().open();
    reader = await test.client();
  });
  afterEach(() => test.close());
  const shows = async (words: string, at = '/') => (await reader.get(at)).text.includes(words);

  it('and is set right again shows nothing of what is still to come, though it was asked for meanwhile', async () => {
    test.now = Date.parse('2027-03-25T12:00Z');
    expect(await shows('First boat of the year')).toBeTrue();
    expect((await reader.get('/notices/creek-hide-roof')).status).toBe(200);
    test.now = Date.parse('2027-03-31T12:00Z');
    expect((await reader.get('/notices/creek-hide-roof')).status).toBe(302);
    test.now = setDay;
    expect(await shows('First boat of the year')).toBeFalse();
    expect((await reader.get('/notices/creek-hide-roof')).status).toBe(200);
  });

  it('or stood still for weeks, as of a machine that slept, is right with the next answer', async () => {
    expect(await shows('Gale from the north-west', '/visit/tern-point')).toBeTrue();
    test.now = Date.parse('2027-04-20T12:00Z');
    expect(await shows('Gale from the north-west', '/visit/tern-point')).toBeFalse();
    expect((await reader.get('/notices/creek-hide-roof')).status).toBe(302);
  });

  it('is told of among what is wrong once it stands before the last thing that was recorded', async () => {
    const manager = await test.client('margit');
    const found = async () => ((await manager.get('/api/health')).json as Health).findings.filter(each => each.kind === 'clock behind');
    expect(await found()).toEqual([]);
    test.now = setDay - 30 * 24 * hour;
    const [finding] = await found();
    expect(finding!.sentence).toContain('behind');
  });

  it('is told of by nobody where it was set on purpose', async () => {
    const frozen = new TestSite();
    frozen.isFrozen = true;
    await frozen.open();
    const manager = await frozen.client('margit');
    frozen.now = setDay - hour;
    const { findings } = (await manager.get('/api/health')).json as Health;
    expect(findings.filter(each => each.kind === 'clock behind')).toEqual([]);
    await frozen.close();
  });
});
