import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { arrange, expect, test } from './application';

// WCAG 2.2 A and AA by axe-core's own rule tags.
const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

// The sheet's frame runs no script; the pages in it are checked as readers have them, below.
async function violations(page: Page): Promise<readonly string[]> {
  const { violations: found } = await new AxeBuilder({ page }).withTags(tags).exclude('iframe').setLegacyMode().analyze();
  return found.flatMap(violation => violation.nodes.map(node => `${violation.id}: ${node.target.join(' ')} ${node.failureSummary ?? ''}`));
}

test('every view of the editor passes', async ({ application, browser }) => {
  test.setTimeout(300_000);
  const page = await application.signIn(browser, 'edwin');
  const check = async (view: string) => expect.soft(await violations(page), view).toEqual([]);
  await check('Today');
  await page.getByRole('link', { name: 'Pages', exact: true }).click();
  await page.getByRole('link', { name: 'Tern Point', exact: true }).waitFor();
  await check('Pages');
  await page.getByRole('link', { name: 'Tern Point', exact: true }).click();
  await page.frameLocator('iframe').getByRole('heading', { name: 'Tern Point' }).waitFor();
  await check('writing a page');
  await arrange(page, 'Tern Point');
  await page
    .getByRole('button', { name: /Safe crossing times/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Its 22 pages' }).waitFor();
  await check('Arrange with a slip');
  await page
    .getByRole('button', { name: /^On which pages/ })
    .first()
    .click();
  await check('choosing pages');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^When:/ }).click();
  await check('choosing times');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Its 22 pages' }).click();
  await page.getByRole('dialog').getByText('Pages: 22').waitFor();
  await check('its pages');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Add here: Main' }).click();
  await check('what to add');
  await page.getByRole('button', { name: /^Rich text/ }).click();
  await page.getByRole('textbox', { name: 'Text', exact: true }).waitFor();
  await check('adding');
  await page.getByRole('link', { name: 'Blocks', exact: true }).click();
  await page.getByRole('button', { name: /All that is to come/ }).click();
  await check('Blocks');
  await page.getByRole('link', { name: /^Edit words/ }).click();
  await page.getByLabel('Title', { exact: true }).waitFor();
  await check('writing a block');
  await page.getByRole('link', { name: 'Reach', exact: true }).click();
  await page.getByRole('grid').waitFor();
  await check('Reach');
  await page
    .getByRole('gridcell', { name: /: shows$/ })
    .first()
    .click();
  await page.getByText('What would take it off here').waitFor();
  await check('why in Reach');
  await page.getByRole('link', { name: 'Placements', exact: true }).click();
  await page.getByRole('link', { name: 'Storm warning', exact: true }).waitFor();
  await check('Placements');
  await page.getByRole('link', { name: 'Rules', exact: true }).click();
  await page.getByRole('button', { name: /Any colony page/ }).click();
  await page.getByText('Governs 3 placements').waitFor();
  await check('Rules');
  await page.getByRole('link', { name: 'Set-up', exact: true }).click();
  await page.getByRole('link', { name: 'What regions may hold' }).click();
  await page.getByRole('heading', { name: 'What regions may hold' }).waitFor();
  await check('Set-up');
  await page.getByRole('link', { name: 'Reviews', exact: true }).click();
  await page.getByRole('link', { name: 'Moth nights, on reserve pages from next week' }).waitFor();
  await check('Reviews');
  await page.getByRole('link', { name: 'Moth nights, on reserve pages from next week' }).click();
  await page.getByRole('button', { name: /^Approve/ }).waitFor();
  await check('a review');
});

test('signing in passes', async ({ application, browser }) => {
  const page = await application.read(browser);
  await page.goto('/almanac/');
  await page.getByLabel('E-mail').waitFor();
  expect(await violations(page)).toEqual([]);
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
      expect(await violations(page), path).toEqual([]);
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
