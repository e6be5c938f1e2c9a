import { chromium, type Browser, type Page } from '@playwright/test';
import { Application, LaidOut } from '../e2e/application';

/** One picture: who looks, where, and what is done first. */
interface Shot {
  readonly name: string;
  readonly who: string | null;
  readonly width?: number;
  readonly prepare: (page: Page) => Promise<void>;
}

const workspace = (page: Page, name: string) => page.getByRole('navigation', { name: 'Workspaces' }).getByRole('link', { name }).click();
const sheet = (page: Page, text: string) => page.frameLocator('iframe').getByText(text).first().waitFor();

async function setUp(page: Page, part: string): Promise<void> {
  await workspace(page, 'Set-up');
  await page.getByRole('navigation', { name: 'Parts of the set-up' }).getByRole('link', { name: part }).click();
}

async function ternPoint(page: Page, at: string): Promise<void> {
  await workspace(page, 'Pages');
  await page.getByLabel('Title or path').fill('tern point');
  await page.getByRole('link', { name: 'Arrange Tern Point', exact: true }).click();
  await sheet(page, 'Safe crossing times');
  const address = new URL(page.url());
  if (at) address.searchParams.set('at', at);
  await page.goto(address.href);
  await sheet(page, 'Safe crossing times');
}

const shots: readonly Shot[] = [
  { name: 'today', who: 'edwin', prepare: page => page.getByText('Approved lately').waitFor() },
  {
    name: 'pages',
    who: 'edwin',
    prepare: async page => {
      await workspace(page, 'Pages');
      await page.getByRole('link', { name: 'Tern Point', exact: true }).waitFor();
    },
  },
  {
    name: 'arrange',
    who: 'ida',
    prepare: async page => {
      await ternPoint(page, '2027-04-01T06:00');
      await page
        .getByRole('button', { name: /Safe crossing times/ })
        .and(page.locator('[data-row]'))
        .click();
    },
  },
  {
    name: 'reach',
    who: 'ida',
    prepare: async page => {
      await ternPoint(page, '');
      await page
        .getByRole('button', { name: /Storm warning/ })
        .and(page.locator('[data-row]'))
        .click();
      await page.getByRole('button', { name: /^On which pages/ }).click();
      await page.getByLabel('Search pages').fill('/whats-on');
      await page.getByLabel('What’s on', { exact: true }).check();
      await page.keyboard.press('Escape');
      await workspace(page, 'Reach');
      await page.getByText('With your unsaved changes 1 gained').waitFor();
    },
  },
  {
    name: 'rules',
    who: 'ida',
    prepare: async page => {
      await workspace(page, 'Rules');
      await page.getByRole('button', { name: /School half-terms/ }).click();
      await page.getByText('Mon 31 May to Fri 4 June').first().waitFor();
    },
  },
  {
    name: 'almanac',
    who: 'edwin',
    prepare: async page => {
      await workspace(page, 'Almanac');
      const boat = page.getByRole('button', { name: /^First boat of the year: from/ }).first();
      await boat.focus();
      for (const key of ['ArrowRight', 'ArrowRight', 'Shift+ArrowRight']) await boat.press(key);
      await page.getByText('Sun 21 March, 06:00: First boat of the year goes live').waitFor();
    },
  },
  {
    name: 'almanac-of-a-year',
    who: 'edwin',
    prepare: async page => {
      await workspace(page, 'Almanac');
      await page.getByLabel('How much time').selectOption('year');
      await page.getByText(/things end on 1 September/).waitFor();
    },
  },
  {
    name: 'what-ends',
    who: 'margit',
    prepare: async page => {
      await workspace(page, 'Almanac');
      await page.getByRole('link', { name: 'What ends' }).click();
      await page.getByText('readers are led to “Notices” for now').waitFor();
    },
  },
  {
    name: 'between-two-moments',
    who: 'edwin',
    prepare: async page => {
      await page.goto('/almanac/almanac/between?from=2027-03-19T05:00&until=2027-04-01T09:00');
      await page.getByText(/shows on Merrowby Coast Reserves, Skarn/).waitFor();
    },
  },
  {
    name: 'files',
    who: 'bea',
    prepare: async page => {
      await workspace(page, 'Files');
      await page
        .getByRole('button', { name: /Tern Point/ })
        .first()
        .click();
    },
  },
  {
    name: 'blocks',
    who: 'ida',
    prepare: async page => {
      await workspace(page, 'Blocks');
      await page.getByRole('button', { name: /Causeway warning/ }).click();
    },
  },
  {
    name: 'writing-a-page',
    who: 'bea',
    prepare: async page => {
      await workspace(page, 'Pages');
      await page.getByLabel('Title or path').fill('/join');
      await page.getByRole('link', { name: 'Join', exact: true }).click();
      await sheet(page, 'Members park free');
    },
  },
  {
    name: 'types',
    who: 'margit',
    prepare: async page => {
      await page.goto('/almanac/set-up/types');
      await page.getByRole('button', { name: 'Boat' }).click();
      await page.frameLocator('iframe').first().getByText('1958').waitFor();
    },
  },
  {
    name: 'review',
    who: 'edwin',
    prepare: async page => {
      await workspace(page, 'Reviews');
      await page.getByRole('link', { name: 'Getting to Tern Point by bus' }).click();
      await sheet(page, 'Tern Point');
    },
  },
  {
    name: 'languages',
    who: 'tomos',
    prepare: async page => {
      await workspace(page, 'Languages');
      await page.getByRole('link', { name: /^Visit, Cymraeg/ }).waitFor();
    },
  },
  {
    name: 'workflow',
    who: 'ida',
    prepare: async page => {
      await setUp(page, 'Workflows');
      await page
        .getByRole('group', { name: 'Stages and moves' })
        .getByRole('button', { name: /^Let it go live/ })
        .click();
    },
  },
  {
    name: 'side-by-side',
    who: 'saskia',
    prepare: async page => {
      await workspace(page, 'Reviews');
      await page.getByRole('heading', { level: 1, name: 'Reviews' }).waitFor();
      await page.getByRole('link', { name: 'The old range: keep to the posts' }).click();
      await page.getByRole('button', { name: 'Side by side…' }).click();
      await page.getByRole('region', { name: 'On the right' }).frameLocator('iframe').getByText('touch nothing').waitFor();
    },
  },
  {
    name: 'public-arabic',
    who: null,
    prepare: async page => {
      await page.goto('/ar/visit');
    },
  },
  {
    name: 'merging',
    who: 'bea',
    prepare: async page => {
      await workspace(page, 'Reviews');
      await page.getByRole('link', { name: /The Long Hide: two more seats/ }).click();
      await page.getByRole('button', { name: 'Bring that change in…' }).click();
      await page.getByRole('radio', { name: /^What is live/ }).check();
      await page.getByText('Everything is settled').waitFor();
    },
  },
];

async function take(application: Application, browser: Browser, shot: Shot): Promise<void> {
  const page = shot.who ? await application.signIn(browser, shot.who) : await application.read(browser);
  await page.setViewportSize({ width: shot.width ?? 1280, height: 800 });
  await shot.prepare(page);
  await keep(page, shot.name);
}

async function keep(page: Page, name: string): Promise<void> {
  // Fonts and pictures of the sheet settle.
  await page.waitForTimeout(1_200);
  await page.mouse.move(2, 400);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.context().close();
  console.log(`docs/screenshots/${name}.png`);
}

const wanted = process.argv.slice(2);
const application = new Application();
const laidOut = new LaidOut();
await application.open(laidOut);
const browser = await chromium.launch({
  executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--lang=en-GB'],
  env: { ...process.env, LANGUAGE: 'en_GB' },
});
try {
  const isWanted = (name: string) => wanted.length === 0 || wanted.includes(name);
  for (const shot of shots) if (isWanted(shot.name)) await take(application, browser, shot);
} finally {
  await browser.close();
  await application.close();
  laidOut.remove();
}
