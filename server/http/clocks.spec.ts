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

  it('is told of for a day once it jumps, ahead or back, and not for running on', async () => {
    const manager = await test.client('margit');
    const found = async () => ((await manager.get('/api/health')).json as Health).findings.filter(each => each.kind === 'clock jumped');
    test.now += 5 * hour;
    expect(await found()).toEqual([]);
    test.setBy = 3 * hour;
    test.now += 3 * hour;
    expect((await found()).map(each => each.sentence)).toEqual([
      'The server’s clock went from Thu 18 March, 14:40 to Thu 18 March, 17:40 at once.',
    ]);
    test.setBy = 0;
    test.now -= 3 * hour;
    expect(await found()).toHaveSize(2);
    // What a clock is moved by to keep it right is no jump.
    for (let minute = 0; minute < 30; minute++) {
      test.setBy += 1_000;
      test.now += hour + 1_000;
      await found();
    }
    expect(await found()).toEqual([]);
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
