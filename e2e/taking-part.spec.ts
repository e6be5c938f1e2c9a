import type { Page } from '@playwright/test';
import { arrange, expect, test } from './application';
import { check, openPage } from './steps';

const order = (page: Page) => page.getByRole('complementary', { name: 'Running order' });
const control = (page: Page) => page.getByRole('dialog');

async function publish(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Save/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Publish at once' }).click();
  await expect(dialog).toHaveCount(0);
}

test('a carousel first on one page, then on all but two, item pages too', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  const reader = await application.read(browser);
  const carousel = reader.getByRole('region', { name: 'Round the coast' });
  const shows = async (path: string) => {
    await reader.goto(path);
    return (await carousel.count()) > 0;
  };
  await arrange(page, 'Schools');
  await order(page).getByRole('button', { name: 'Add here: Main' }).click();
  await order(page)
    .getByRole('button', { name: /^Listing/ })
    .click();
  await order(page).getByLabel('Title (needed').fill('Round the coast');
  await order(page).getByLabel('Pages beneath').selectOption({ label: '\u2003Visit' });
  await order(page).getByRole('group', { name: 'Of type', exact: true }).getByLabel('Reserve').check();
  await order(page).getByLabel('Shown as').selectOption({ label: 'Carousel' });
  await order(page).getByLabel('Carousel', { exact: true }).selectOption({ label: 'Reserves' });
  await order(page).getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await publish(page);
  expect([await shows('/schools'), await shows('/wildlife/avocet')]).toEqual([true, false]);

  await reader.goto('/schools');
  await check(reader, 'a carousel');
  // It moves by itself, rests while somebody is in it, and has a button that stops it: WCAG 2.2, 2.2.2; the button comes first.
  const stop = carousel.getByRole('button').first();
  await expect(stop).toHaveAccessibleName('Stop moving');
  await stop.click();
  await expect(stop).toHaveAccessibleName('Let it move');
  const places = carousel.getByRole('button', { name: / of \d+$/ });
  await expect(places.first()).toHaveAttribute('aria-current', 'true');
  await carousel.getByRole('button', { name: 'Next' }).click();
  await expect(places.nth(1)).toHaveAttribute('aria-current', 'true');
  // From the first one back to the last, as it is set.
  await places.first().click();
  await expect(places.first()).toHaveAttribute('aria-current', 'true');
  await carousel.getByRole('button', { name: 'Previous' }).click();
  await expect(places.last()).toHaveAttribute('aria-current', 'true');

  await order(page).getByRole('button', { name: 'On which pages: this page only' }).click();
  await control(page).getByLabel('Every page but these').check();
  for (const title of ['About', 'Join']) {
    await control(page).getByLabel('Search pages').fill(`/${title.toLowerCase()}`);
    await control(page).getByLabel(title, { exact: true }).check();
  }
  await control(page).getByLabel('Search pages').fill('/schools');
  await control(page).getByLabel('Schools', { exact: true }).uncheck();
  await page.keyboard.press('Escape');
  await publish(page);
  expect([await shows('/wildlife/avocet'), await shows('/schools/visits'), await shows('/about'), await shows('/join')]).toEqual([
    true,
    true,
    false,
    false,
  ]);
});

test('a sponsor that members do not see, with what came of it', async ({ application, browser }) => {
  const [reader, member] = [await application.read(browser), await application.read(browser, 'nell')];
  await reader.goto('/visit/parking');
  const slot = reader.getByRole('region', { name: 'From a sponsor' });
  await expect(slot.getByRole('link')).toHaveAttribute('rel', 'sponsored');
  await check(reader, 'a sponsor');
  await member.goto('/visit/parking');
  await expect(member.getByText('Parking').first()).toBeVisible();
  await expect(member.getByRole('region', { name: 'From a sponsor' })).toHaveCount(0);
  const editor = await application.signIn(browser, 'margit');
  await editor.goto('/almanac/set-up/sponsors');
  await editor.getByRole('link', { name: 'Penhallow Ropes, spring' }).click();
  await expect(editor.locator('almanac-campaign-report')).toContainText(/Seen \d+ times, followed \d+ times/);
  await check(editor, 'a campaign');
});

test('a form filled in and found where it is read and in the outbox', async ({ application, browser }) => {
  const reader = await application.read(browser);
  await reader.goto('/about/contact');
  await check(reader, 'a form');
  await reader.getByLabel('Your name').fill('Ann Carrow');
  await reader.getByLabel('Your e-mail address').fill('ann@');
  await reader.getByRole('button', { name: 'Send it to the lodge' }).click();
  await expect(reader.getByRole('alert')).toContainText('nothing has been sent yet');
  await expect(reader.getByLabel('Your name')).toHaveValue('Ann Carrow');
  await check(reader, 'a form with faults');
  await reader.getByLabel('Your e-mail address').fill('ann@carrow.example');
  await reader.getByLabel('What is it about?').selectOption('A visit');
  await reader.getByLabel('What you want to say').fill('Is there room for a pram at the hide?');
  await reader.getByLabel('Send me a copy').check();
  await reader.getByRole('button', { name: 'Send it to the lodge' }).click();
  await expect(reader.getByRole('status')).toContainText('Somebody answers within three days');
  const editor = await application.signIn(browser, 'margit');
  await editor.goto('/almanac/set-up/forms');
  await editor.getByRole('button', { name: 'Read' }).click();
  await expect(editor.getByText('Is there room for a pram at the hide?')).toBeVisible();
  await check(editor, 'what was sent');
  await editor.goto('/almanac/set-up/outbox');
  await expect(editor.getByText('to lodge@merrowby.example')).toBeVisible();
  await expect(editor.getByText('to ann@carrow.example')).toBeVisible();
});

test('a type made without code, used as page and as card, changed and upgraded', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'margit');
  await editor.goto('/almanac/set-up/types');
  await editor.getByRole('button', { name: 'Boat' }).click();
  await check(editor, 'types');
  await editor.getByRole('button', { name: 'Make a type' }).click();
  await editor.getByLabel('Label', { exact: true }).fill('Tide gauge');
  await editor.getByRole('button', { name: 'Add a field' }).click();
  await editor.getByLabel('Label of field 1').fill('Height');
  await editor.getByLabel('As a card', { exact: true }).selectOption('arranged');
  await editor.getByLabel('Add a field to it').selectOption('height');
  await expect(editor.getByText('Is new.')).toBeVisible();
  await editor.getByRole('button', { name: 'Set these types' }).click();
  await expect(editor.getByText('Set. It is offered from now on.')).toBeVisible();

  await editor.goto('/almanac/pages/new');
  await editor.getByLabel('Type').selectOption({ label: 'tide gauge' });
  await editor.getByLabel('Title', { exact: true }).fill('Gauge at the mole');
  await editor.getByLabel('Page above', { exact: true }).selectOption({ label: '\u2003About' });
  await editor.getByLabel('Height').fill('3 m');
  await editor.getByRole('button', { name: /^Save/ }).click();
  await editor.getByRole('dialog').getByRole('button', { name: 'Publish at once' }).click();
  await expect(editor.getByRole('dialog')).toHaveCount(0);

  await arrange(editor, 'About');
  await order(editor).getByRole('button', { name: 'Add here: Main' }).click();
  await order(editor).getByRole('button', { name: /^Card of a page/ }).click(); // prettier-ignore
  await order(editor).getByLabel('Title (needed').fill('The gauge');
  await order(editor).getByLabel('Page (needed)').selectOption({ label: '\u2003\u2003Gauge at the mole' });
  await order(editor).getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await publish(editor);
  const reader = await application.read(browser);
  await reader.goto('/about');
  await expect(reader.getByText('3 m', { exact: true })).toBeVisible();

  await editor.goto('/almanac/set-up/types');
  await editor.getByRole('button', { name: 'Tide gauge' }).click();
  await editor.getByLabel('Kind of field 1').selectOption('number');
  await editor.getByText('“Height” becomes number').click();
  await expect(editor.getByText(/^\s*3 m\s*→ 3\s*$/)).toBeVisible();
  await editor.getByRole('button', { name: 'Set these types' }).click();
  await expect(editor.getByText('Set. It is offered from now on.')).toBeVisible();
  await reader.goto('/about');
  await expect(reader.getByText('3', { exact: true })).toBeVisible();
  await editor.getByRole('button', { name: 'Take the last change back' }).click();
  await expect(editor.getByText('Taken back.')).toBeVisible();
  await reader.goto('/about');
  await expect(reader.getByText('3 m', { exact: true })).toBeVisible();
});

test('blocks of every new type are for everybody, on a phone, a tablet and at a desk', async ({ application, browser }) => {
  const reader = await application.read(browser);
  const views = [
    ['/whats-on', 'a calendar'],
    ['/about', 'figures and a random picture'],
    ['/about/people', 'a card of a type of the site'],
    ['/about/gannets-wake', 'a page of a type of the site'],
    ['/about/contact', 'a page from elsewhere that nobody has asked for'],
    ['/visit/opening-hours', 'columns'],
    ['/visit/parking', 'tabs'],
    ['/visit/causeway-crossing', 'a table within a text'],
    ['/join', 'a way in'],
  ] as const;
  for (const width of [320, 768, 1440]) {
    await reader.setViewportSize({ width, height: 800 });
    for (const [path, view] of views) {
      await reader.goto(path);
      await check(reader, `${view}, ${width} px`);
      expect.soft(await reader.evaluate(() => document.documentElement.scrollWidth - innerWidth), `${path} at ${width} px`).toBe(0);
    }
  }
});

test('something from elsewhere is fetched once it is wanted, remembered for its purpose, and taken back', async ({
  application,
  browser,
}) => {
  const reader = await application.read(browser);
  const asked: string[] = [];
  reader.on('request', request => asked.push(new URL(request.url()).pathname));
  await reader.goto('/visit/causeway-crossing');
  const curve = reader.getByTitle('The curve of the tide, as the tide office draws it');
  await expect(reader.getByText('This would be fetched from tides.example')).toBeVisible();
  expect(asked.some(each => each.startsWith('/foreign/'))).toBe(false);
  await reader.getByRole('button', { name: 'Show it this once' }).click();
  await expect(curve).toBeVisible();
  await expect(reader.frameLocator('iframe').getByRole('img', { name: 'The tide over a day' })).toBeVisible();
  await reader.reload();
  await expect(curve).toHaveCount(0);
  await reader.getByRole('button', { name: 'Always show things from elsewhere' }).click();
  await reader.reload();
  await expect(curve).toBeVisible();
  await reader.getByRole('button', { name: 'Do not show this any more' }).click();
  await expect(curve).toHaveCount(0);
  await reader.reload();
  await expect(reader.getByText('This would be fetched from tides.example')).toBeVisible();
});

test('a talk comes again, with a note, and readers sort what is on and take it to their calendar', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await openPage(page, 'Spring tide talk', '/whats-on/spring-tide-talk');
  const text = page.getByRole('textbox', { name: 'Text', exact: true });
  await text.click();
  await page.keyboard.type('Bring a bucket.');
  await page.getByRole('button', { name: 'Footnote' }).click();
  await expect(page.getByPlaceholder('What it says; addresses in it become links')).toBeFocused();
  await page.keyboard.type('And a lemon.');
  await page.keyboard.press('Enter');
  await page.keyboard.type(' It is not far.');
  await page.getByRole('button', { name: 'Source' }).click();
  await page.getByRole('button', { name: 'Markdown' }).click();
  const source = page.getByLabel('Text as Markdown');
  await expect(source).toHaveValue('Bring a bucket.^[And a lemon.] It is not far.');
  await source.fill('Bring a **bucket**.^[And a lemon.] It is not far.');
  await check(page, 'the source of a text');
  await page.getByText('About this page').click();
  await page.getByLabel('Comes again').selectOption({ label: 'Every week' });
  const otherwise = async (date: string) => {
    await page.getByLabel('One time otherwise, on').fill(date);
    await page.getByLabel('One time otherwise, on').press('Tab');
  };
  await otherwise('28 March 2027');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await otherwise('4 April 2027');
  await page.getByLabel('What becomes of it').selectOption({ label: 'it moves to' });
  await page.getByLabel('When it is instead', { exact: true }).fill('5 April 2027, 18:00');
  await page.getByLabel('When it is instead', { exact: true }).press('Tab');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('4 April 2027 moves to 5 April 2027, 18:00')).toBeVisible();
  // What readers will see stands beside it before anything is saved.
  const sheet = page.frameLocator('iframe').first();
  await expect(sheet.getByText(/Also on Mon 5 April, 18:00 · Sun 11 April/)).toBeVisible();
  await expect(sheet.locator('strong', { hasText: 'bucket' })).toBeVisible();
  await check(page, 'an event that comes again');
  await publish(page);

  const reader = await application.read(browser);
  await reader.goto('/whats-on/spring-tide-talk');
  await expect(reader.getByText('Sun 21 March, 19:00 – 20:30')).toBeVisible();
  await expect(reader.getByText('Also on Mon 5 April, 18:00')).toBeVisible();
  await reader.locator('[role="doc-noteref"]').click();
  await expect(reader.getByText('And a lemon.')).toBeInViewport();
  await check(reader, 'a page with notes');
  await reader.goto('/whats-on');
  const titles = () => reader.locator('.listing-table tbody th').allTextContents();
  expect((await titles())[0]).toBe('Spring tide talk');
  await reader.getByRole('link', { name: 'Page', exact: true }).click();
  await expect(reader.getByRole('columnheader', { name: 'Page' })).toHaveAttribute('aria-sort', 'ascending');
  expect(await titles()).toEqual([...(await titles())].sort());
  await check(reader, 'a table that readers sorted');
  const calendar = await (await reader.request.get((await reader.getByRole('link', { name: 'Calendar' }).getAttribute('href'))!)).text();
  expect(calendar).toContain('RRULE:FREQ=WEEKLY\r\nRDATE;TZID=Europe/London:20270405T180000\r\nEXDATE;TZID=Europe/London:20270328T190000,20270404T190000'); // prettier-ignore
  expect(calendar).toContain('DTEND;TZID=Europe/London:20270321T203000');
});

test('a table is written into a text from cell to cell, and readers have its names with it', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'margit');
  await openPage(page, 'Dogs', '/visit/dogs');
  const text = page.getByRole('textbox', { name: 'Text', exact: true });
  await text.click();
  await expect(page.getByText('not saved yet')).toHaveCount(0);
  await page.keyboard.press('Control+End');
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  for (const words of ['Where', 'On a lead', 'Free', 'Low Fleet', 'all year']) {
    await page.keyboard.type(words);
    await page.keyboard.press('Tab');
  }
  await page.keyboard.type('nowhere');
  await page.getByLabel('first column names the rows').check();
  await page.getByLabel('Caption of the table').fill('Dogs by reserve');
  await check(page, 'a table in a text');
  const sheet = page.frameLocator('iframe').first();
  await expect(sheet.getByRole('cell', { name: 'nowhere' })).toBeVisible();
  await publish(page);

  const reader = await application.read(browser);
  await reader.goto('/visit/dogs');
  const table = reader.getByRole('table', { name: 'Dogs by reserve' });
  await expect(table.getByRole('columnheader')).toHaveText(['Where', 'On a lead', 'Free']);
  await expect(table.getByRole('rowheader', { name: 'Low Fleet' })).toBeVisible();
  await reader.goto('/visit/parking');
  const tab = (name: string) => reader.locator('.as-tabs summary', { hasText: name });
  await expect(reader.getByText('To Merrow, then forty minutes')).toBeVisible();
  await tab('By bus').focus();
  await reader.keyboard.press('Enter');
  await expect(reader.getByText('Line 12 from Merrow market')).toBeVisible();
  await expect(reader.getByText('To Merrow, then forty minutes')).toBeHidden();
});
