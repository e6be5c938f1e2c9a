import { createServer, type RequestListener, type Server } from 'node:http';
import { Outside } from './outside';

describe('what stands elsewhere', () => {
  let server: Server;
  let port: number;
  let answer: RequestListener;
  const seen: string[] = [];
  beforeAll(async () => {
    server = createServer((request, response) => {
      seen.push(`${request.headers.host}${request.url}`);
      answer(request, response);
    });
    await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve));
    port = (server.address() as { port: number }).port;
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  beforeEach(() => (seen.length = 0));
  const wish = { accept: 'text/plain', mostBytes: 1_000 };
  const fault = (address: string, outside = new Outside(port)) =>
    outside.fetch(address, wish).then(
      () => 'none',
      (error: Error) => error.message,
    );

  it('is had from the stand-in under the names that are nobody’s', async () => {
    answer = (request, response) => response.end(`${request.headers.host} ${request.headers.cookie ?? 'no cookie'}`);
    const body = await new Outside(port).fetch('http://terms.example/a?b=c', wish);
    expect(body.toString()).toBe('terms.example no cookie');
    expect(seen).toEqual(['terms.example/a?b=c']);
  });

  it('is never looked for on this machine or a private network, by address or by name, at once or after a redirect', async () => {
    answer = (_request, response) => response.writeHead(302, { location: `http://127.0.0.1:${port}/secret` }).end();
    for (const address of [
      `http://127.0.0.1:${port}/`,
      `http://localhost:${port}/`,
      `http://[::1]:${port}/`,
      `http://[::ffff:7f00:1]:${port}/`,
    ])
      expect(await fault(address))
        .withContext(address)
        .toBe('not reachable from here');
    // As addresses may be written by the URL standard, section 3.5: decimal, octal, short.
    for (const host of ['2130706433', '0177.0.0.1', '127.1', '0x7f000001'])
      expect(await fault(`http://${host}:${port}/`))
        .withContext(host)
        .toBe('not reachable from here');
    expect(await fault('http://news.example/')).toBe('not reachable from here');
    expect(seen).toEqual(['news.example/']);
  });

  it('is of the web alone, without names or keys, and at no port of another service', async () => {
    for (const address of ['', 'terms', 'file:///etc/passwd', 'ftp://a.example/', 'http://a:b@c.example/', 'javascript:1'])
      expect(await fault(address))
        .withContext(address)
        .toBe('not an address');
    expect(await fault('http://mail.example:25/')).toBe('not reachable from here');
  });

  it('is let go of once it is too large, whether it says so or not, or leads round and round', async () => {
    answer = (_request, response) => response.writeHead(200, { 'content-length': '1000000' }).end();
    expect(await fault('http://a.example/')).toBe('too large');
    answer = (_request, response) => {
      response.on('error', () => undefined);
      const more = () => {
        if (!response.destroyed && response.write('x'.repeat(200))) setImmediate(more);
      };
      more();
    };
    expect(await fault('http://a.example/')).toBe('too large');
    answer = (request, response) => response.writeHead(308, { location: `${request.url}x` }).end();
    expect(await fault('http://a.example/')).toBe('too many redirects');
    expect(seen.length).toBeLessThan(9);
    answer = (_request, response) => response.writeHead(200, { 'content-encoding': 'gzip' }).end('x');
    expect(await fault('http://a.example/')).toBe('refused');
    answer = (_request, response) => response.writeHead(404).end();
    expect(await fault('http://a.example/')).toBe('refused: 404');
    answer = (request, _response) => request.socket.destroy();
    expect(await fault('http://a.example/')).toBe('no answer');
  });

  it('is not waited for without end', async () => {
    answer = () => undefined;
    const timeout = spyOn(AbortSignal, 'timeout').and.callFake(() => {
      const control = new AbortController();
      setTimeout(() => control.abort(), 50);
      return control.signal;
    });
    expect(await fault('http://slow.example/')).toBe('too slow');
    expect(timeout.calls.argsFor(0)[0]).toBeLessThan(10_000);
  });
});
