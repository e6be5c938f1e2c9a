import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { test, expect } from './application';
import { check, publish } from './steps';

const cell = (page: Page, title: string, locale: string) => page.getByRole('link', { name: new RegExp(`^${title}, ${locale}:`) });

test('a page in Welsh: title and address of its own, behind when the English moves on, settled; left out of German', async ({
  application,
  browser,
}) => {
  test.setTimeout(240_000);
  const page = await application.signIn(browser, 'margit');
  const reader = await (await browser.newContext({ baseURL: application.address })).newPage();

  await test.step('what it does not say follows', async () => {
    await page.goto('/almanac/languages?find=Privacy');
    await check(page, 'coverage');
    await cell(page, 'Privacy', 'Cymraeg').click();
    await page.getByRole('button', { name: 'Write own words for Title' }).click();
    await page.getByRole('textbox', { name: 'Title Cymraeg' }).fill('Preifatrwydd');
    await page.getByRole('button', { name: 'Write own words for Address' }).click();
    await page.getByRole('textbox', { name: 'Address Cymraeg' }).fill('preifatrwydd');
    await check(page, 'words in a locale');
    await page.getByRole('button', { name: 'Save…' }).click();
    await expect(page.getByRole('dialog')).toContainText('in Cymraeg');
    await publish(page);
    await reader.goto('/cy/amdanom-ni/preifatrwydd');
    await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Preifatrwydd');
    await expect(reader.locator('html')).toHaveAttribute('lang', 'cy');
    // What follows says in which language it is.
    await expect(reader.locator('.standfirst')).toHaveAttribute('lang', 'en-GB');
  });

  await test.step('the English changes, and the Welsh is behind with the difference in view', async () => {
    await page.getByRole('link', { name: 'In English (United Kingdom)' }).click();
    await page.getByLabel('Title', { exact: true }).fill('Privacy and cookies');
    await page.getByRole('button', { name: 'Save…' }).click();
    await publish(page);
    await page.getByRole('link', { name: /Cymraeg behind/ }).click();
    await expect(page.locator('ins')).toHaveText(/and cookies/);
    await page.getByRole('textbox', { name: 'Title Cymraeg' }).fill('Preifatrwydd a chwcis');
    await page.getByRole('button', { name: 'Save…' }).click();
    await publish(page);
    await expect(page.getByText('behind', { exact: true })).toHaveCount(0);
  });

  await test.step('it is left out of German, and the languages say where to go instead', async () => {
    await page.goto('/almanac/languages?find=Privacy');
    await cell(page, 'Privacy and cookies', 'Deutsch').click();
    await page.getByRole('button', { name: 'Leave out here…' }).click();
    await expect(page.getByRole('dialog')).toContainText('Takes off 1 page in Deutsch');
    await publish(page);
    await expect(page.getByText('left out here')).toBeVisible();
    await reader.goto('/about/privacy');
    const languages = reader.getByRole('navigation', { name: 'Languages' });
    await expect(languages.getByRole('link', { name: 'Deutsch (the nearest page there: About)' })).toHaveAttribute('href', '/de/about');
    await languages.getByRole('link', { name: 'Cymraeg' }).click();
    await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Preifatrwydd a chwcis');
    await check(reader, 'a page in Welsh');
  });

  await test.step('what began in Welsh is for Welsh readers alone; Arabic runs from right to left', async () => {
    await reader.goto('/visit');
    await expect(reader.getByText('Taith gerdded Gymraeg')).toHaveCount(0);
    await reader.goto('/cy/ymweld');
    await expect(reader.getByText('Taith gerdded Gymraeg')).toBeVisible();
    await reader.goto('/ar/visit/tern-point');
    await expect(reader.locator('html')).toHaveAttribute('dir', 'rtl');
    const name = (await reader.locator('.site-name').boundingBox())!;
    expect(name.x).toBeGreaterThan(reader.viewportSize()!.width / 2);
    await expect(reader.getByRole('link', { name: 'This page can be read in English' })).toBeVisible();
    await check(reader, 'a page in Arabic');
  });
});

test('words go out as XLIFF and come back, one of them overtaken', async ({ application, browser }) => {
  test.setTimeout(120_000);
  const page = await application.signIn(browser, 'tomos');
  const manager = await application.signIn(browser, 'margit');
  await page.goto('/almanac/languages?section=');
  await page.getByRole('link', { name: 'Out and in' }).click();
  await check(page, 'out and in');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Send out .* as XLIFF$/ }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('words-cy.xlf');
  const sent = await readFile(await download.path(), 'utf8');
  const put = (text: string, source: string, target: string) =>
    text.replace(`<source>${source}</source>`, `<source>${source}</source><target>${target}</target>`);
  const returned = put(put(sent, 'Hides at Tern Point', 'Cuddfannau Trwyn y Morwenoliaid'), 'Give a year', 'Rhoi blwyddyn');
  expect(returned.match(/<target>(?:Cuddfannau|Rhoi)/g)?.length).toBe(2);

  await test.step('meanwhile the English of one moves on', async () => {
    await manager.goto('/almanac/pages?find=Give');
    await manager.getByRole('link', { name: 'Give a year', exact: true }).first().click();
    await manager.getByLabel('Title', { exact: true }).fill('Give a year or more');
    await manager.getByRole('button', { name: 'Save…' }).click();
    await publish(manager);
  });

  await test.step('the file is looked through, and the overtaken one is left until somebody says otherwise', async () => {
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'back.xlf', mimeType: 'application/xliff+xml', buffer: Buffer.from(returned) });
    const report = page.getByRole('region', { name: 'What the file does' });
    await expect(report).toContainText('1 new, 1 made from words that have moved on');
    await check(page, 'what a file does');
    await report.getByRole('checkbox', { name: 'Take Title of Give a year or more' }).check();
    await report.getByRole('button', { name: 'Take in 2 records' }).click();
    await expect(page.getByText('2 records taken in. It is a draft')).toBeVisible();
  });

  await test.step('it is a proposal like any other, behind where the English moved on', async () => {
    await page.goto('/almanac/languages?find=Give');
    await cell(page, 'Give a year or more', 'Cymraeg').click();
    await expect(page.getByRole('textbox', { name: 'Title Cymraeg' })).toHaveValue('Rhoi blwyddyn');
    await expect(page.locator('ins')).toHaveText(/or more/);
  });
});

test('somebody has the editor in German, with dates as they are written there, and goes back', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'bea');
  await page.goto('/almanac/account');
  await page.getByLabel('The editor’s language').selectOption('Deutsch');
  await expect(page.getByRole('heading', { name: 'Ihr Konto' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await check(page, 'the account in German');
  await page.getByRole('link', { name: 'Anordnen' }).click();
  await expect(page.getByRole('button', { name: /^Augenblick: Do\., 18\. März/ })).toBeVisible();
  await check(page, 'Arrange in German');
  // What the core says in the browser, and what the server says of it.
  await page.locator('[data-row]').filter({ hasText: 'Boat appeal' }).click();
  await expect(page.locator('almanac-slip')).toContainText('Zu sehen auf nur dieser Seite');
  await expect(page.locator('almanac-slip')).toContainText('Ihre Zeit ist vorbei: endete am 15. Februar.');
  await page.goto('/almanac/today');
  await expect(page.getByText('„Boat appeal“ ist nie zu sehen: ihre Zeit ist vorbei.')).toBeVisible();
  // Nothing stands beyond the edge although its words are longer.
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  await page.goto('/almanac/account');
  await page.getByLabel('Sprache des Editors').selectOption('English');
  await expect(page.getByRole('heading', { name: 'Your account' })).toBeVisible();
});

test('a translator works from the table by keyboard alone, and an editor lets it go', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'tomos');
  await page.goto('/almanac/languages?find=Contact');
  await cell(page, 'Contact', 'Cymraeg').focus();
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, 'Contact', 'Deutsch')).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  const write = page.getByRole('button', { name: 'Write own words for Title' });
  await write.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Title Cymraeg' })).toBeFocused();
  await page.keyboard.press('Control+A');
  await page.keyboard.type('Cysylltu');
  await page.getByRole('button', { name: 'Save…' }).focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: /^Publish/ })).toHaveCount(0);
  const send = dialog.getByRole('button', { name: 'Send for review' });
  // It can be pressed once what readers will see has been worked out.
  await expect(send).toBeEnabled();
  await send.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('in review', { exact: true })).toBeVisible();
  await page.keyboard.press('Alt+n');
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('Contact');
  const editor = await application.signIn(browser, 'edwin');
  await editor.goto('/almanac/reviews');
  await editor.getByRole('link', { name: /Contact: words in Cymraeg/ }).click();
  await expect(editor.getByText('Cysylltu').first()).toBeVisible();
  await editor.getByRole('button', { name: /^Approve/ }).click();
  await expect(editor.getByRole('button', { name: /^Approve/ })).toHaveCount(0);
  await editor.goto('/cy/amdanom-ni/contact');
  await expect(editor.getByRole('heading', { level: 1 })).toHaveText('Cysylltu');
});
