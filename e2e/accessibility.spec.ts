import { arrange, expect, test } from './application';
import { check } from './steps';

test('every view of the editor passes', async ({ application, browser }) => {
  test.setTimeout(300_000);
  const page = await application.signIn(browser, 'edwin');
  await check(page, 'Today');
  await page.getByRole('link', { name: 'Pages', exact: true }).click();
  await page.getByRole('link', { name: 'Tern Point', exact: true }).waitFor();
  await check(page, 'Pages');
  await page.getByRole('link', { name: 'Tern Point', exact: true }).click();
  await page.frameLocator('iframe').getByRole('heading', { name: 'Tern Point' }).waitFor();
  await check(page, 'writing a page');
  await arrange(page, 'Tern Point');
  await page
    .getByRole('button', { name: /Safe crossing times/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Its 22 pages' }).waitFor();
  await check(page, 'Arrange with a slip');
  await page
    .getByRole('button', { name: /^On which pages/ })
    .first()
    .click();
  await check(page, 'choosing pages');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^When:/ }).click();
  await check(page, 'choosing times');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Its 22 pages' }).click();
  await page.getByRole('dialog').getByText('Pages: 22').waitFor();
  await check(page, 'its pages');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Add here: Main' }).click();
  await check(page, 'what to add');
  await page.getByRole('button', { name: /^Rich text/ }).click();
  await page.getByRole('textbox', { name: 'Text', exact: true }).waitFor();
  await check(page, 'adding');
  await page.getByRole('link', { name: 'Blocks', exact: true }).click();
  await page.getByRole('button', { name: /All that is to come/ }).click();
  await check(page, 'Blocks');
  await page.getByRole('link', { name: /^Edit words/ }).click();
  await page.getByLabel('Title', { exact: true }).waitFor();
  await check(page, 'writing a block');
  await page.getByRole('link', { name: 'Reach', exact: true }).click();
  await page.getByRole('grid').waitFor();
  await check(page, 'Reach');
  await page
    .getByRole('gridcell', { name: /: shows$/ })
    .first()
    .click();
  await page.getByText('What would take it off here').waitFor();
  await check(page, 'why in Reach');
  await page.getByRole('link', { name: 'Placements', exact: true }).click();
  await page.getByRole('link', { name: 'Storm warning', exact: true }).waitFor();
  await check(page, 'Placements');
  await page.getByRole('link', { name: 'Rules', exact: true }).click();
  await page.getByRole('button', { name: /Any colony page/ }).click();
  await page.getByText('Governs 3 placements').waitFor();
  await check(page, 'Rules');
  await page.getByRole('link', { name: 'Set-up', exact: true }).click();
  await page.getByRole('link', { name: 'What regions may hold' }).click();
  await page.getByRole('heading', { name: 'What regions may hold' }).waitFor();
  await check(page, 'Set-up');
  await page.getByRole('link', { name: 'Reviews', exact: true }).click();
  await page.getByRole('link', { name: 'Moth nights, on reserve pages from next week' }).waitFor();
  await check(page, 'Reviews');
  await page.getByRole('link', { name: 'Moth nights, on reserve pages from next week' }).click();
  await page.getByRole('button', { name: /^Approve/ }).waitFor();
  await check(page, 'a review');
});

test('signing in passes, and leads to where one wanted to go', async ({ application, browser }) => {
  const page = await application.read(browser);
  await page.goto('/almanac/reviews');
  await page.getByLabel('E-mail').waitFor();
  await check(page, 'signing in');
  await page.getByLabel('E-mail').fill('edwin@merrowby.example');
  await page.getByLabel('Password').fill('tide');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await check(page, 'signing in with another password');
  await page.getByLabel('Password').fill('tideline');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Reviews' })).toBeVisible();
});

for (const [name, width] of [
  ['phone', 320],
  ['desk', 1280],
] as const) {
  test(`public pages pass and fit at ${name} width`, async ({ application, browser }) => {
    const context = await browser.newContext({ baseURL: application.address, viewport: { width, height: 800 } });
    const page = await context.newPage();
    for (const path of ['/', '/visit', '/visit/tern-point', '/wildlife/avocet', '/whats-on', '/join', '/nowhere', '/sign-in']) {
      await page.goto(path);
      await check(page, path);
      expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(width);
    }
  });
}

test('public pages work without script', async ({ application, browser }) => {
  const page = await (await browser.newContext({ baseURL: application.address, javaScriptEnabled: false })).newPage();
  await page.goto('/');
  await page.getByRole('link', { name: 'Plan a visit' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Visit' })).toBeVisible();
});
