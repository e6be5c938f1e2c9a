import { test as base, type Browser, type Page } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const firstMoment = '2027-03-18T09:40';

/** The demo, laid out once: what is tried with it is tried in a copy. */
export class LaidOut {
  readonly #folder = mkdtempSync(path.join(tmpdir(), 'almanac-e2e-'));

  constructor() {
    execFileSync('node', ['dist/node/demo.mjs', '--data', this.#folder, '--at', firstMoment]);
  }

  copyTo(folder: string): void {
    cpSync(this.#folder, folder, { recursive: true });
  }

  remove(): void {
    rmSync(this.#folder, { recursive: true, force: true });
  }
}

/** The real application over a demo of its own, whose clock a test sets by starting it again. */
export class Application {
  address = '';
  /** What the server said when it started. */
  told = '';
  readonly #data = path.join(mkdtempSync(path.join(tmpdir(), 'almanac-e2e-')), 'site');
  #process?: ChildProcess;

  async open(laidOut: LaidOut): Promise<void> {
    laidOut.copyTo(this.#data);
    await this.startAt(firstMoment);
  }

  /** Starts the server anew with its clock at a moment, or running; nothing else is run. */
  async startAt(at?: string): Promise<void> {
    await this.stop();
    const child = spawn(
      'node',
      [
        'dist/node/server.mjs',
        '--data',
        this.#data,
        '--stand-in',
        '--port',
        new URL(this.address || 'http://localhost:0').port || '0',
        ...(at ? ['--at', at] : []),
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    this.#process = child;
    this.address = await new Promise<string>((resolve, reject) => {
      child.stdout!.on('data', (data: Buffer) => {
        this.told += data.toString();
        const found = /(http:\/\/localhost:\d+)\//.exec(this.told);
        if (found) resolve(found[1]!);
      });
      child.on('exit', code => reject(new Error(`The server ended with ${code}`)));
    });
  }

  async stop(): Promise<void> {
    const child = this.#process;
    if (!child || child.exitCode !== null) return;
    child.removeAllListeners('exit');
    await new Promise(resolve => {
      child.on('exit', resolve);
      child.kill('SIGTERM');
    });
  }

  async close(): Promise<void> {
    await this.stop();
    rmSync(path.dirname(this.#data), { recursive: true, force: true });
  }

  /** A page in a browser of its own, signed in to the editor; the form for that is tried by itself, once. */
  async signIn(browser: Browser, name: string): Promise<Page> {
    const context = await browser.newContext({ baseURL: this.address });
    const { csrfToken } = (await (await context.request.get('/api/session')).json()) as { csrfToken: string };
    const data = { email: `${name}@merrowby.example`, password: 'tideline' };
    await context.request.post('/api/session', { headers: { 'x-csrf-token': csrfToken }, data });
    const page = await context.newPage();
    await page.goto('/almanac/');
    await page.getByRole('heading', { level: 1, name: /^Thursday,? 18 March 2027$/ }).waitFor();
    return page;
  }

  /** A page of a reader of the public site. */
  async read(browser: Browser, name?: string): Promise<Page> {
    const page = await (await browser.newContext({ baseURL: this.address })).newPage();
    if (name) {
      await page.goto('/sign-in');
      await page.getByLabel('E-mail').fill(`${name}@reader.example`);
      await page.getByLabel('Password').fill('tideline');
      await page.getByRole('button', { name: 'Sign in' }).click();
      await page.waitForURL('**/');
    }
    return page;
  }
}

/** The application of the file whose tests run; another file begins with one of its own. */
class Applications {
  readonly #laidOut = new LaidOut();
  #file = '';
  #application: Application | null = null;

  async of(file: string): Promise<Application> {
    if (this.#application && this.#file === file) return this.#application;
    await this.close();
    this.#file = file;
    this.#application = new Application();
    await this.#application.open(this.#laidOut);
    return this.#application;
  }

  async close(): Promise<void> {
    await this.#application?.close();
    this.#application = null;
  }

  async end(): Promise<void> {
    await this.close();
    this.#laidOut.remove();
  }
}

/** Tests that share one application per file. */
export const test = base.extend<{ application: Application }, { applications: Applications }>({
  applications: [
    // eslint-disable-next-line no-empty-pattern -- fixtures take their dependencies by destructuring
    async ({}, use) => {
      const applications = new Applications();
      await use(applications);
      await applications.end();
    },
    { scope: 'worker' },
  ],
  application: async ({ applications, browser }, use, { file }) => {
    await use(await applications.of(file));
    // What a test has opened would go on working beside those that come after it.
    for (const context of browser.contexts()) await context.close();
  },
});

export { expect } from '@playwright/test';

/** Opens a page in Arrange by its title. */
export async function arrange(page: Page, title: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Workspaces' }).getByRole('link', { name: 'Arrange' }).click();
  await page.getByRole('button', { name: /^Page:/ }).click();
  await page.getByLabel('Page', { exact: true }).fill(title);
  await page
    .getByRole('option', { name: new RegExp(title) })
    .first()
    .click();
  await page.getByRole('button', { name: new RegExp(`^Page: .*${title}`) }).waitFor();
}
