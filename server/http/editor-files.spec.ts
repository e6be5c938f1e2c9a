import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import express from 'express';
import { TestSite } from '../testing/test-site';
import { editorFiles } from './editor-files';

describe('the editor’s files', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'editor-'));
  let server: Server;
  let address = '';
  beforeAll(async () => {
    for (const language of ['en-GB', 'de']) {
      mkdirSync(path.join(folder, language));
      const page = `<html lang="${language}"><base href="/"/><link href="data:x"><script src="main-A.js"></script><a href="https://x.example">x</a></html>`;
      writeFileSync(path.join(folder, language, 'index.html'), page);
      writeFileSync(path.join(folder, language, 'main-A.js'), `"${language}"`);
    }
    server = createServer(express().use('/almanac', editorFiles(folder)));
    await new Promise<void>(resolve => server.listen(0, resolve));
    address = `http://localhost:${(server.address() as { port: number }).port}`;
  });
  afterAll(() => {
    server.close();
    rmSync(folder, { recursive: true });
  });
  const get = async (at: string, headers: Record<string, string> = {}) => {
    const answer = await fetch(address + at, { headers });
    return { status: answer.status, headers: answer.headers, text: await answer.text() };
  };

  it('are those of the language that a browser asks for, or that somebody chose', async () => {
    const german = await get('/almanac/today', { 'accept-language': 'de-CH' });
    expect(german.text).toContain('<html lang="de"><base href="/almanac/"><link href="data:x"><script src="in/de/main-A.js">');
    expect(german.headers.get('vary')).toBe('Accept-Language, Cookie');
    expect(german.headers.get('cache-control')).toBe('no-cache');
    const chosen = await get('/almanac/pages/x', { 'accept-language': 'de', cookie: 'a=b; almanac.language=en-GB' });
    expect(chosen.text).toContain('in/en-GB/main-A.js');
    expect(chosen.text).toContain('href="https://x.example"');
  });

  it('have addresses of their own in each, that may be kept for good', async () => {
    const script = await get('/almanac/in/de/main-A.js');
    expect([script.text, script.headers.get('cache-control')]).toEqual(['"de"', 'public, max-age=31536000, immutable']);
    for (const at of ['/almanac/in/../de/main-A.js', '/almanac/in/fr/main-A.js'])
      expect((await get(at)).text)
        .withContext(at)
        .toContain('<html lang="en-GB">');
  });

  it('are remembered for whoever has chosen, on any machine', async () => {
    const test = await new TestSite().open();
    const bea = await test.client('bea');
    expect((await bea.put('/api/session/language', { language: 'nl' })).status).toBe(422);
    const chosen = await bea.put('/api/session/language', { language: 'de' });
    expect([chosen.json.person.language, chosen.headers.get('set-cookie')]).toEqual([
      'de',
      jasmine.stringMatching(/almanac\.language=de; .*Path=\/almanac/),
    ]);
    const elsewhere = await test.client('bea');
    expect((await elsewhere.get('/api/session')).json.person.language).toBe('de');
    const back = await elsewhere.put('/api/session/language', { language: '' });
    expect(back.headers.get('set-cookie')).toMatch(/almanac\.language=;/);
    await test.close();
  });
});
