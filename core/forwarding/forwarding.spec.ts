import fc from 'fast-check';
import { tidyPath } from '../kinds/forwarding/schema';
import { takeSnapshot, type Overlay } from '../site/snapshot';
import { smallTheme, SmallWorld } from '../testing/small-world';
import { forwardedFrom, type ForwardingValue } from './forwarding';

describe('forwardedFrom', () => {
  const forwarding = (path: string, to: string, part: Partial<ForwardingValue> = {}): Overlay => ({
    recordId: path,
    kind: 'forwarding',
    value: {
      version: 1,
      path,
      beneath: false,
      to: to === '' ? null : to.startsWith('/') || to.includes(':') ? { page: null, address: to } : { page: to, address: '' },
      status: 308,
      reason: '',
      ...part,
    } satisfies ForwardingValue,
  });
  const world = new SmallWorld().page('front', null).page('visit', 'front');
  const snapshot = (overlays: readonly Overlay[] = []) =>
    takeSnapshot(world.ledger, { moment: 10, now: 10, manifest: smallTheme, overlays });
  const [front, first] = snapshot().pages;
  const at = (path: string, ...laid: readonly Overlay[]) => {
    const found = forwardedFrom(snapshot(laid), path);
    if (!found) return null;
    const { destination } = found;
    return destination.leads === 'to a page'
      ? `${destination.page.facts.path}${destination.after}`
      : destination.leads === 'to an address'
        ? destination.address
        : destination.leads;
  };
  const target = first!.facts.path;

  it('leads to where a page is now, by its id or by an address', () => {
    expect(at('/old', forwarding('/old', first!.id))).toBe(target);
    expect(at('/old', forwarding('/old', target))).toBe(target);
    expect(at('/old', forwarding('/old', 'https://else.example/x'))).toBe('https://else.example/x');
    expect(at('/other', forwarding('/old', first!.id))).toBeNull();
  });

  it('takes in what lay beneath only where it says so, and only what is there', () => {
    const beneath = forwarding('/old', front!.id, { beneath: true });
    expect([at(`/old${target}`, beneath), at('/old/none', beneath), at(`/old${target}`, forwarding('/old', front!.id))]).toEqual([
      target,
      'nowhere',
      null,
    ]);
    expect(at('/old/x', forwarding('/old', 'https://else.example/', { beneath: true }))).toBe('https://else.example/x');
  });

  it('goes through a chain in one step, and names a circle', () => {
    expect(at('/a', forwarding('/a', '/b'), forwarding('/b', '/c'), forwarding('/c', first!.id))).toBe(target);
    expect(at('/a', forwarding('/a', '/b'), forwarding('/b', '/a'))).toBe('in a circle');
    expect(at('/a', forwarding('/a', '/a/x', { beneath: true }))).toBe('in a circle');
  });

  it('leads nowhere where it is gone, kept free, or what it names is', () => {
    expect([
      at('/a', forwarding('/a', '', { status: 410 })),
      at('/a', forwarding('/a', '', { status: 404 })),
      at('/a', forwarding('/a', 'gone')),
    ]).toEqual(['nowhere', 'nowhere', 'nowhere']);
  });
});

describe('tidyPath', () => {
  it('is the same for all ways of writing an address', () => {
    expect(['old', '/old/', '//old', ' /old?x=1#y', '/./old/'].map(tidyPath)).toEqual(['/old', '/old', '/old', '/old', '/old']);
    expect([tidyPath('/a b'), tidyPath('/ŵyn'), tidyPath('/%C5%B5yn'), tidyPath('/100%')]).toEqual([
      '/a%20b',
      '/%C5%B5yn',
      '/%C5%B5yn',
      '/100',
    ]);
  });

  it('stays as it is once it is tidy', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), typed => tidyPath(tidyPath(typed)) === tidyPath(typed)));
  });
});
