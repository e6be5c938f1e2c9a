import fc from 'fast-check';
import CachePolicy from 'http-cache-semantics';
import { cacheControl } from './cache-lifetime';

const facts = { validUntil: Infinity, now: 0, capSeconds: 3600, dependsOnReader: false, isSignedIn: false, isClockFrozen: false };

describe('cacheControl', () => {
  // RFC 9111: seconds are whole, and an answer is fresh while its lifetime is greater than its age.
  for (const [ahead, seconds] of [
    [2 * 3_600_000, 3600],
    [300_000, 300],
    [59_900, 59],
    [400, 0],
    [Infinity, 3600],
  ] as const) {
    it(`gives ${seconds} s when the next change is ${ahead} ms ahead`, () =>
      expect(cacheControl({ ...facts, validUntil: ahead })).toBe(`public, max-age=${seconds}`));
  }

  it('is never fresh at the instant of the change, by an independent cache', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5_000_000 }), ahead => {
        const policy = new CachePolicy(
          { url: '/', method: 'GET', headers: {} },
          { status: 200, headers: { 'cache-control': cacheControl({ ...facts, validUntil: ahead }), date: new Date().toUTCString() } },
        );
        expect(policy.maxAge() * 1000).toBeLessThanOrEqual(ahead);
      }),
    );
  });

  it('lets no shared cache keep what a signed-in reader got', () => {
    const headers = {
      'cache-control': cacheControl({ ...facts, dependsOnReader: true, isSignedIn: true }),
      date: new Date().toUTCString(),
    };
    expect(new CachePolicy({ url: '/', method: 'GET', headers: {} }, { status: 200, headers }, { shared: true }).storable()).toBeFalse();
  });
});
