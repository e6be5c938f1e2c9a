import { createProxyServer } from 'http-proxy-3';
import { createServer, type Server } from 'node:http';
import { TestClient, TestSite } from '../testing/test-site';
import { signInLimits } from './sign-in-guard';

const wrong = (email: string) => ({ email, password: 'a guess' });
const right = (name: string) => ({ email: `${name}@merrowby.example`, password: 'tideline' });

describe('signing in', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  // A server that has just started has counted nothing yet.
  beforeEach(async () => {
    await test.stop();
    await test.start();
  });
  afterAll(() => test.close());

  it('slows down whoever guesses, by form and API together, and nobody else', async () => {
    const known = await test.client('tomos');
    const guesser = await test.client();
    const page = await guesser.get('/sign-in');
    const csrf = /name="csrf" value="([^"]*)"/.exec(page.text)![1]!;
    const statuses: number[] = [];
    for (let count = 0; count < signInLimits.perAccountAndSource + 1; count += 1)
      statuses.push(
        count % 2 === 0
          ? (await guesser.post('/api/session', wrong('tomos@merrowby.example'))).status
          : (await guesser.form('/sign-in', { ...wrong('tomos@merrowby.example'), csrf, to: '/' })).status,
      );
    expect(statuses).toEqual([...Array<number>(signInLimits.perAccountAndSource).fill(401), 429]);
    expect((await guesser.form('/sign-in', { ...wrong('tomos@merrowby.example'), csrf, to: '/' })).text).toContain(
      'Too many failed attempts',
    );
    // A browser that has signed in before is counted on its own; other accounts and all reading go on.
    expect((await known.post('/api/session', right('tomos'))).status).toBe(200);
    expect((await guesser.post('/api/session', right('bea'))).status).toBe(200);
    expect((await guesser.get('/api/session')).status).toBe(200);
  });

  it('counts only what failed to sign in', async () => {
    const client = await test.client();
    for (let count = 0; count < 25; count += 1) {
      expect((await client.send('DELETE', '/api/session', undefined, { 'x-csrf-token': 'none' })).status).toBe(403);
      expect((await client.post('/api/session', right('edwin'))).status).toBe(200);
      expect((await client.put('/api/session/look-as', { as: 'administrator' })).status).toBe(403);
    }
    expect((await (await test.client()).get('/api/session')).status).toBe(200);
  });

  it('delays nobody who reads when many try at once', async () => {
    const client = await test.client();
    const order: string[] = [];
    const attempts = Array.from({ length: 60 }, (_, index) =>
      client.post('/api/session', wrong(`nobody${index}@merrowby.example`)).then(answer => order.push(`attempt ${answer.status}`)),
    );
    const style = client.get('/theme/shore.css').then(answer => order.push(`style ${answer.status}`));
    await Promise.all([...attempts, style]);
    expect(order.indexOf('style 200')).toBeLessThan(20);
    expect(order.filter(each => each === 'attempt 401').length).toBe(60);
  });
});

describe('behind a proxy', () => {
  const test = new TestSite();
  let proxy: Server;
  let address = '';
  beforeAll(async () => {
    test.options = { isSecure: true, trustedProxies: 'loopback', publicAddress: 'https://reserves.example' };
    await test.open();
    const forward = createProxyServer({ target: test.address, headers: { 'x-forwarded-proto': 'https' } });
    proxy = createServer((request, response) => forward.web(request, response));
    await new Promise<void>(resolve => proxy.listen(0, '127.0.0.1', resolve));
    address = `http://127.0.0.1:${(proxy.address() as { port: number }).port}`;
  });
  afterAll(async () => {
    proxy.closeAllConnections();
    await new Promise(resolve => proxy.close(resolve));
    await test.close();
  });

  it('signs in with a cookie that is sent over https only', async () => {
    const client = new TestClient({ address });
    await client.get('/api/session');
    const signedIn = await client.post('/api/session', right('edwin'));
    expect([signedIn.status, signedIn.headers.getSetCookie().some(each => /almanac\.session=.*Secure/.test(each))]).toEqual([200, true]);
    expect((await client.get('/api/today')).status).toBe(200);
  });

  it('says so when nothing tells that a request came over https', async () => {
    const client = new TestClient({ address: test.address });
    await client.get('/api/session');
    const refused = await client.post('/api/session', right('edwin'));
    expect([refused.status, refused.json.detail.includes('X-Forwarded-Proto')]).toEqual([400, true]);
  });

  it('names the public address, whatever host was asked for', async () => {
    const client = new TestClient({ address });
    for (const at of ['/sitemap.xml', '/robots.txt']) {
      const { text } = await client.get(at, { host: 'evil.example' });
      expect(text).toContain('https://reserves.example/');
      expect(text).not.toContain('evil.example');
    }
  });

  it('leads nowhere else by an address that looks like ours', async () => {
    const client = new TestClient({ address: test.address });
    for (const at of ['/\\evil.example/', '/\\/evil.example/', '//evil.example/', '/visit\\..\\/']) {
      const location = (await client.raw(at)).match(/^location: (.*)$/im)?.[1]?.trim() ?? '/';
      expect(new URL(location, 'https://reserves.example').origin).withContext(at).toBe('https://reserves.example');
    }
  });
});
