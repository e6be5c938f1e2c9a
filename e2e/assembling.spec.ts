import type { Page } from '@playwright/test';
import { arrange, expect, test } from './application';

const order = (page: Page) => page.getByRole('complementary', { name: 'Running order' });
const control = (page: Page) => page.getByRole('dialog');

/** Publishes what is unsaved, as an administrator may. */
async function publish(page: Page, reason = ''): Promise<void> {
  await page.getByRole('button', { name: /^Save/ }).click();
  const dialog = page.getByRole('dialog');
  if (reason) await dialog.getByLabel('Why it goes ahead all the same').fill(reason);
  await dialog.getByRole('button', { name: 'Publish at once' }).click();
  await expect(dialog).toHaveCount(0);
}

test('a strip above the header of the whole site, pointed at on the sheet', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await arrange(page, 'Join');
  await order(page).getByRole('button', { name: 'Add here: Aside' }).click();
  await page.getByRole('button', { name: 'before the header', exact: true }).click();
  await order(page)
    .getByRole('button', { name: /^Notice/ })
    .click();
  await order(page).getByLabel('Title (needed').fill('Coast week');
  await order(page).getByLabel('Message').fill('Coast week begins on Saturday.');
  await expect(order(page).getByRole('button', { name: 'Region: before the header' })).toBeVisible();
  await order(page)
    .getByRole('button', { name: /^On which pages/ })
    .click();
  await control(page).getByLabel('Every page', { exact: true }).check();
  await page.keyboard.press('Escape');
  await order(page).getByRole('button', { name: 'Shows on 57 pages', exact: true }).click();
  await publish(page);
  const reader = await application.read(browser);
  for (const path of ['/', '/visit/tern-point/hides', '/wildlife/avocet']) {
    await reader.goto(path);
    const [strip, header] = [await reader.getByText('Coast week begins').boundingBox(), await reader.locator('.site-header').boundingBox()];
    expect(strip!.y, path).toBeLessThan(header!.y);
  }
});

test('a listing on one page, then on every page but three, item pages among them', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  const reader = await application.read(browser);
  const shows = async (path: string) => {
    await reader.goto(path);
    return (await reader.getByRole('heading', { name: 'Coming up everywhere' }).count()) > 0;
  };
  await arrange(page, 'What’s on');
  await order(page).getByRole('button', { name: 'Add here: Aside' }).click();
  await order(page)
    .getByRole('button', { name: /^Listing/ })
    .click();
  await order(page).getByLabel('Title (needed').fill('Coming up everywhere');
  await order(page).getByLabel('Pages beneath').selectOption({ label: '\u2003What’s on' });
  await order(page).getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await publish(page);
  expect([await shows('/whats-on'), await shows('/whats-on/dawn-wader-count')]).toEqual([true, false]);

  await order(page).getByRole('button', { name: 'On which pages: this page only' }).click();
  await control(page).getByLabel('Every page but these').check();
  for (const title of ['Schools', 'About', 'Join']) {
    await control(page).getByLabel('Search pages').fill(`/${title.toLowerCase()}`);
    await control(page).getByLabel(title, { exact: true }).check();
  }
  await control(page).getByLabel('Search pages').fill('/whats-on');
  await expect(control(page).getByLabel('Join', { exact: true })).toHaveCount(0);
  await control(page).getByLabel('What’s on', { exact: true }).click();
  await expect(control(page).getByLabel('What’s on', { exact: true })).not.toBeChecked();
  await expect(control(page)).toContainText(/Shows on \d+ pages, \d+ more than now/);
  await page.keyboard.press('Escape');
  await publish(page);
  expect([await shows('/whats-on/dawn-wader-count'), await shows('/whats-on'), await shows('/join')]).toEqual([true, true, false]);
});

test('one box becomes six, one per reserve, in one table', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await page.getByRole('link', { name: 'Blocks', exact: true }).click();
  await page.getByLabel('Title or words').fill('Book a class');
  await page.getByLabel('Choose Book a class visit', { exact: true }).check();
  await page.getByRole('button', { name: 'Copies, each in its place…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'One for each page beneath…' }).click();
  await dialog.getByLabel('Section').selectOption({ label: 'Visit, only of type reserve' });
  await expect(dialog.getByRole('textbox', { name: /^Title of copy/ })).toHaveCount(6);
  await expect(dialog.getByLabel('Title of copy 2')).toHaveValue('Book a class visit, Harrow Marsh');
  await dialog.getByLabel('Region of copy 2').selectOption('main');
  await dialog.getByLabel('Title of copy 3').fill('Classes in the dunes');
  await dialog.getByRole('button', { name: 'Make 6 copies' }).click();
  await dialog.getByRole('button', { name: 'Publish at once' }).click();
  await expect(dialog).toHaveCount(0);
  const reader = await application.read(browser);
  for (const [path, place, title] of [
    ['/visit/tern-point', 'aside', 'Book a class visit, Tern Point'],
    ['/visit/harrow-marsh', '.main', 'Book a class visit, Harrow Marsh'],
    ['/visit/quillet-dunes', 'aside', 'Classes in the dunes'],
  ] as const) {
    await reader.goto(path);
    await expect(reader.locator(place).getByRole('heading', { name: title })).toBeVisible();
  }
});

test('an offer that members do not see', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await arrange(page, 'Wildlife');
  await order(page).getByRole('button', { name: 'Add here: Main' }).click();
  await order(page)
    .getByRole('button', { name: /^Notice/ })
    .click();
  await order(page).getByLabel('Title (needed').fill('Join for spring');
  await order(page).getByLabel('Message').fill('Join before May and the first month is ours.');
  await order(page).getByRole('button', { name: 'To whom: anyone' }).click();
  await control(page).getByLabel('Anyone but people who hold').check();
  await page.keyboard.press('Escape');
  await order(page).getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await publish(page);
  const [reader, member] = [await application.read(browser), await application.read(browser, 'nell')];
  for (const each of [reader, member]) await each.goto('/wildlife');
  await expect(reader.getByText('the first month is ours')).toBeVisible();
  await expect(member.getByText('the first month is ours')).toHaveCount(0);

  await test.step('and why a member does not, with what would turn it', async () => {
    await page.getByRole('button', { name: /^Reader:/ }).click();
    await page.getByRole('button', { name: 'one of the members' }).click();
    await order(page).getByRole('button', { name: 'Why?', exact: true }).click();
    await expect(order(page)).toContainText('“Join for spring” is away: not for members.');
    await expect(order(page)).toContainText('Show it to anyone.');
    await order(page).getByRole('button', { name: 'Do it' }).click();
    await expect(order(page)).toContainText('“Join for spring” shows here.');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(order(page)).toContainText('is away: not for members.');
  });
});

test('a warning in two pages and another block is edited once, and put into one more text', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await page.getByRole('link', { name: 'Blocks', exact: true }).click();
  await page.getByLabel('Title or words').fill('in time');
  await page.getByRole('button', { name: /Off the causeway in time/ }).click();
  await expect(page.getByText('inside 3 texts')).toBeVisible();
  await page.getByRole('link', { name: /^Edit words/ }).click();
  await expect(page.getByRole('link', { name: 'Parking', exact: true })).toBeVisible();
  await page.getByLabel('Message').fill('The causeway drowns people. Turn back in time.');
  await publish(page);
  const reader = await application.read(browser);
  for (const path of ['/visit/tern-point/getting-here', '/visit/parking', '/visit/tern-point']) {
    await reader.goto(path);
    await expect(reader.getByText('Turn back in time.'), path).toBeVisible();
  }
  await page.getByRole('link', { name: 'Pages', exact: true }).click();
  await page.getByLabel('Title or path').fill('/visit/dogs');
  await page.getByRole('link', { name: 'Dogs', exact: true }).click();
  await page.getByRole('textbox', { name: 'Text', exact: true }).click();
  await page.getByRole('button', { name: 'Inset', exact: true }).click();
  await page.getByLabel('A block to show inside the text').fill('in time');
  await page.getByRole('button', { name: /Off the causeway in time/ }).click();
  await expect(page.getByText('Inset: Off the causeway in time')).toBeVisible();
  await expect(page.frameLocator('iframe').getByText('Turn back in time.')).toBeVisible();
});

test('a shared rule over three regions is changed once, after saying what that does', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await page.getByRole('link', { name: 'Rules', exact: true }).click();
  await page.getByRole('button', { name: /Any colony page in nesting season/ }).click();
  await expect(page.getByText('Governs 3 placements')).toBeVisible();
  await page.getByRole('button', { name: /^On which pages: Tern Point and all beneath/ }).click();
  await control(page).getByLabel('Search pages').fill('/visit/low-fleet');
  await control(page).getByLabel('Low Fleet', { exact: true }).check();
  await expect(control(page)).toContainText('Governs 3 placements: gains 1 page');
  await page.keyboard.press('Escape');
  await publish(page);
  await application.startAt('2027-04-02T10:00');
  const reader = await application.read(browser);
  await reader.goto('/visit/low-fleet');
  for (const title of ['Dogs in nesting season', 'What nests here', 'Ask a tern warden'])
    await expect(reader.getByRole('heading', { name: title })).toBeVisible();
  await application.startAt('2027-03-18T09:40');
});

test('an expectation that would be broken stops a change, and a reason lets it go ahead', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'edwin');
  await arrange(editor, 'Tern Point');
  await order(editor)
    .getByRole('button', { name: /Safe crossing times/ })
    .first()
    .click();
  await order(editor).getByRole('button', { name: 'Switch off' }).click();
  const alert = order(editor).getByRole('alert');
  await expect(alert).toContainText('“Safe crossing times” shows on Tern Point and Crossing the causeway, to anyone, at any time.');
  await expect(alert).toContainText('does not show on 2 pages, to signed-out readers, now');
  // What is held by nobody any more can go live.
  await editor.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(alert).toHaveCount(0);

  const page = await application.signIn(browser, 'margit');
  await arrange(page, 'Tern Point');
  await order(page)
    .getByRole('button', { name: /Safe crossing times/ })
    .first()
    .click();
  await order(page).getByRole('button', { name: 'Switch off' }).click();
  await page.getByRole('button', { name: /^Save/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Publish at once' }).click();
  await expect(dialog.getByText('This breaks what is expected.')).toBeVisible();
  await dialog.getByLabel('Why it goes ahead all the same').fill('Works on the causeway.');
  await dialog.getByRole('button', { name: 'Publish at once' }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(page.getByText(/Not kept now, on 2 pages/)).toBeVisible();
  await page.getByRole('link', { name: 'Mend it' }).first().click();
  await expect(page.getByText('does not show on 2 pages').first()).toBeVisible();
});

test('reach shows what an unsaved change gains and loses, by keyboard, with why', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'ida');
  await arrange(page, 'Harrow Marsh');
  await order(page)
    .getByRole('button', { name: /Storm warning/ })
    .first()
    .click();
  await order(page).getByRole('button', { name: 'Switch off' }).click();
  await page.getByRole('link', { name: 'Reach', exact: true }).click();
  await page.getByLabel('Only differences').check();
  await expect(page.getByRole('status').filter({ hasText: 'placements on' })).toContainText(
    '1 placements on 24 pages. With your unsaved changes 0 gained, 24 lost.',
  );
  const grid = page.getByRole('grid');
  await grid.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Storm warning” is away: switched off.')).toBeVisible();
  await page.getByRole('button', { name: 'Do it' }).click();
  await expect(page.getByText('Nothing fits.').or(page.getByText('so nothing differs'))).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toBe('reach.csv');
});

test('many placements at once, with one undo; filters are in the address and kept by name', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'ida');
  await page.getByRole('link', { name: 'Placements', exact: true }).click();
  await page.getByLabel('Region', { exact: true }).selectOption('notice-strip');
  await expect(page).toHaveURL(/region=notice-strip/);
  await page.getByLabel('Choose all in sight').check();
  await page.getByRole('button', { name: 'Switch off' }).click();
  await expect(page.getByText('unsaved', { exact: true })).toHaveCount(4);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('unsaved', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Saved filters' }).click();
  await page.getByLabel('Name for these filters').fill('Warnings');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page).not.toHaveURL(/region=/);
  await page.getByRole('button', { name: 'Saved filters' }).click();
  await page.getByRole('button', { name: 'Warnings', exact: true }).click();
  await expect(page.getByText('Filtered by region notice strip.')).toBeVisible();
});

test('looking as a writer shows what a writer has, and changes nothing', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'ida');
  await page.getByRole('button', { name: 'Signed in as Ida Venn' }).click();
  await page.getByRole('button', { name: 'a writer', exact: true }).click();
  await expect(page.getByText('You are looking as a writer.')).toBeVisible();
  await arrange(page, 'Tern Point');
  await order(page)
    .getByRole('button', { name: /Safe crossing times/ })
    .first()
    .click();
  await expect(order(page).getByRole('button', { name: 'Switch off' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Be myself again' }).click();
  await expect(page.getByText('You are looking as')).toHaveCount(0);
});

test('from the public page straight to a block', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'edwin');
  await page.goto('/visit/tern-point');
  await page.getByText('Arrange this page').click();
  await page.getByRole('link', { name: 'Warden’s note', exact: true }).click();
  await expect(page).toHaveURL(/almanac\/arrange\?page=.*&sel=/);
  await expect(order(page).getByRole('button', { name: 'On which pages: this page only' })).toBeVisible();
  await page.goto('/visit/tern-point');
  await page.getByText('Arrange this page').click();
  await page.getByRole('link', { name: 'Write its title and text' }).click();
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Tern Point');
});
