import { test, expect, type Browser, type Page } from '@playwright/test';
import sharp from 'sharp';
import { Application, arrange } from './application';
import { check, publish } from './steps';

const password = 'hemp tarred loft 7';

test.use({ actionTimeout: 20_000 });

async function workspace(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Workspaces' }).getByRole('link', { name, exact: true }).click();
}

async function setUp(page: Page, part: string): Promise<void> {
  await workspace(page, 'Set-up');
  await page.getByRole('navigation', { name: 'Parts of the set-up' }).getByRole('link', { name: part }).click();
}

test('somebody with an empty folder has a site of their own, all by the interface', async ({ browser }) => {
  test.setTimeout(240_000);
  const application = new Application();
  try {
    await application.startAt();
    await fromNothing(application, browser);
  } finally {
    await application.close();
  }
});

async function fromNothing(application: Application, browser: Browser): Promise<void> {
  const newPage = async () => (await browser.newContext({ baseURL: application.address })).newPage();
  const page = await newPage();
  const reader = await newPage();

  await test.step('the address that was printed begins it, with a first administrator', async () => {
    await page.goto(/http\S+\/start\?key=\S+/.exec(application.told)![0]);
    await page.getByLabel('Its name').fill('Penhallow Rope Works');
    await page.getByLabel('What it is about').fill('A working rope walk, open to visitors.');
    await page.getByLabel('Your name').fill('Ann Penrose');
    await page.getByLabel('E-mail').fill('ann@penhallow.example');
    await page.getByLabel('Password').fill('too short');
    await check(page, 'beginning a site');
    await page.getByRole('button', { name: 'Begin the site' }).click();
    await expect(page.getByText('At least 15 characters. Three')).toBeVisible();
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Begin the site' }).click();
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
    // Nothing that the site began with counts as done by hand.
    await expect(page.getByText('of 5 to go')).toContainText('5 of 5 to go');
    await check(page, 'Today with first steps');
    expect((await reader.goto('/'))?.status()).toBe(503);
  });

  await test.step('a picture is brought in and said in words; a file is for members alone', async () => {
    const photograph = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#4a7f8c' } })
      .jpeg()
      .toBuffer();
    await workspace(page, 'Files');
    const choosing = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Bring files in' }).click();
    await (
      await choosing
    ).setFiles([
      { name: 'the_rope-walk.jpg', mimeType: 'image/jpeg', buffer: photograph },
      { name: 'members-hours.txt', mimeType: 'text/plain', buffer: Buffer.from('Members come in from eight.') },
      { name: 'harm.png', mimeType: 'image/png', buffer: Buffer.from('<script>alert(1)</script>') },
    ]);
    const arriving = page.getByRole('region', { name: 'On their way in' });
    await expect(arriving.getByRole('status')).toHaveText('3 files: 2 brought in, 1 refused');
    await expect(arriving).toContainText('text/html, which is not taken');
    await page.getByRole('button', { name: /^The rope walk/ }).click();
    await page.getByLabel('In words, for those who cannot see it').fill('A long low shed with a rope along its floor.');
    await check(page, 'Files');
    await page.getByRole('button', { name: 'Save this…' }).click();
    await publish(page);
    await page.getByRole('button', { name: /^Members hours/ }).click();
    await page.getByLabel('Whoever may read what it stands in').uncheck();
    await page.getByLabel('Only people who hold').check();
    await page.getByLabel('members', { exact: true }).check();
    await page.getByRole('button', { name: 'Save this…' }).click();
    await publish(page);
  });

  await test.step('both stand in the text of a page', async () => {
    await workspace(page, 'Pages');
    await page.getByRole('link', { name: 'About us', exact: true }).click();
    const text = page.getByRole('textbox', { name: 'Text', exact: true });
    await text.click();
    await page.keyboard.press('Control+End');
    await page.getByRole('button', { name: 'Picture', exact: true }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^The rope walk/ })
      .click();
    await expect(page.frameLocator('iframe').getByAltText('A long low shed with a rope along its floor.')).toBeVisible();
    await text.click({ position: { x: 60, y: 20 } });
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'File', exact: true }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Members hours/ })
      .click();
    await page.getByRole('button', { name: 'Save…' }).click();
    await publish(page);
  });

  await test.step('a menu is written as an outline, and put across the top', async () => {
    await setUp(page, 'Menus');
    await page.getByRole('link', { name: 'Write a menu' }).click();
    await page.getByLabel('Title', { exact: true }).fill('Across the top');
    for (const [at, title] of ['About us', 'News', 'Contact'].entries()) {
      await page.getByRole('button', { name: 'Add an entry' }).click();
      await choosePage(page, at + 1, title);
    }
    await page.getByLabel('Words of entry 2').focus();
    await page.keyboard.press('Alt+ArrowUp');
    await expect(page.getByLabel('Words of entry 1')).toHaveAttribute('placeholder', 'News');
    await check(page, 'writing a menu');
    await page.getByRole('button', { name: 'Save…' }).click();
    await publish(page);
    await workspace(page, 'Blocks');
    await page.getByRole('button', { name: /^Live Sections of the site/ }).click();
    await page.getByRole('link', { name: /^Edit words/ }).click();
    await page.getByLabel('Menu', { exact: true }).selectOption('Across the top');
    await expect(page.frameLocator('iframe').getByRole('navigation').first()).toContainText('News');
    await page.getByRole('button', { name: 'Save…' }).click();
    await publish(page);
  });

  await test.step('a notice is placed for members alone', async () => {
    await arrange(page, 'About us');
    const order = page.getByRole('complementary', { name: 'Running order' });
    await order.getByRole('button', { name: 'Add here: Main' }).click();
    await order.getByRole('button', { name: /^Notice/ }).click();
    await order.getByLabel('Title (needed').fill('For members');
    await order.getByLabel('Message').fill('The walk is yours from eight.');
    await order.getByRole('button', { name: 'To whom: anyone' }).click();
    await page.getByLabel('Only people who hold').check();
    await page.getByRole('dialog').getByLabel('members', { exact: true }).check();
    await page.keyboard.press('Escape');
    await order.getByRole('button', { name: 'Shows on 1 page' }).click();
    await page.getByRole('button', { name: /^Save: / }).click();
    await publish(page);
  });

  await test.step('a page moves, and its old address leads to it', async () => {
    await workspace(page, 'Pages');
    await page.getByRole('link', { name: 'Contact', exact: true }).click();
    await page.getByText('About this page').click();
    await page.getByLabel('Address', { exact: true }).fill('reach-us');
    await page.getByRole('button', { name: 'Save…' }).click();
    await expect(page.getByRole('dialog').getByLabel('What becomes of the old address')).toHaveValue('for good');
    await publish(page);
    await setUp(page, 'Old addresses');
    await expect(page.getByRole('listitem').filter({ hasText: '/contact' })).toContainText('leads for good to Contact');
    await check(page, 'Old addresses');
  });

  const link = await test.step('a member is invited by e-mail', async () => {
    await setUp(page, 'People');
    await page.getByRole('button', { name: 'Invite somebody' }).click();
    await page.getByLabel('E-mail', { exact: true }).fill('wyn@reader.example');
    await page.getByLabel('Name', { exact: true }).fill('Wyn Parry');
    await page.getByRole('checkbox', { name: /^writer/ }).uncheck();
    await page.getByLabel('Add a membership').selectOption('members');
    await check(page, 'People');
    await page.getByRole('button', { name: 'Send the invitation' }).click();
    await expect(page.getByRole('button', { name: /^Wyn Parry.*invited until/ })).toBeVisible();
    await setUp(page, 'Outbox');
    await page.getByText('Penhallow Rope Works: an invitation').click();
    await check(page, 'Outbox');
    return /http\S+/.exec(await page.locator('pre').innerText())![0];
  });

  await test.step('the site is opened', async () => {
    await setUp(page, 'The site');
    await page.getByLabel('Anyone, page by page').check();
    await check(page, 'the site');
    await page.getByRole('button', { name: 'Set this, and open the site to anyone at once' }).click();
    await expect(page.getByRole('status')).toContainText('in force at once');
  });

  await test.step('readers have the menu, the picture with its words and the new address; the rest is not theirs', async () => {
    await reader.goto('/about');
    await expect(reader.getByRole('navigation', { name: 'Sections of the site' }).getByRole('link')).toHaveText([
      'News',
      'About us',
      'Contact',
    ]);
    const picture = reader.getByAltText('A long low shed with a rope along its floor.');
    await picture.scrollIntoViewIfNeeded();
    await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.complete && image.naturalWidth > 0)).toBe(true);
    expect(await picture.evaluate((image: HTMLImageElement) => image.currentSrc)).toMatch(/\.avif$/);
    await expect(reader.getByText('The walk is yours from eight.')).toHaveCount(0);
    await expect(reader.getByRole('link', { name: 'Members hours' })).toHaveCount(0);
    await check(reader, 'the public page');
    await reader.getByRole('button', { name: /^Put this notice away/ }).click();
    await expect(reader.getByText('This site is being built')).toHaveCount(0);
    await reader.reload();
    await expect(reader.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(reader.getByText('This site is being built')).toHaveCount(0);
    await reader.goto('/contact');
    expect(new URL(reader.url()).pathname).toBe('/reach-us');
  });

  await test.step('the member comes, and has what is for members', async () => {
    const member = await newPage();
    await member.goto(link);
    await member.getByLabel('New password').fill('tarred hemp and tallow');
    await check(member, 'choosing a password');
    await member.getByRole('button', { name: 'Set it and sign in' }).click();
    await expect(member.getByRole('button', { name: 'Set it and sign in' })).toHaveCount(0);
    await member.goto('/about');
    await expect(member.getByText('The walk is yours from eight.')).toBeVisible();
    await member.getByRole('link', { name: 'Members hours' }).click();
    await expect(member.getByText('Members come in from eight.')).toBeVisible();
    const { status } = await reader.evaluate(async address => ({ status: (await fetch(address)).status }), new URL(member.url()).pathname);
    expect(status).toBe(404);
  });

  await test.step('Today says that all first steps but the address are done', async () => {
    await workspace(page, 'Today');
    await expect(page.getByText('of 5 to go')).toContainText('2 of 5 to go');
    await page.getByRole('button', { name: 'Put this away' }).click();
    await expect(page.getByRole('heading', { name: 'First steps' })).toHaveCount(0);
  });
}

/** Chooses the page of an entry by its title, however far it is set in; waits for it, as the entry is drawn after the click. */
async function choosePage(page: Page, entry: number, title: string): Promise<void> {
  const pages = page.getByLabel(`Page of entry ${entry}`);
  const option = pages.locator('option').filter({ hasText: new RegExp(`^[\\s\\u2007]*${title}\\s*$`) });
  await pages.selectOption((await option.getAttribute('value'))!);
}
