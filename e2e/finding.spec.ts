import { expect, test } from './application';
import { check } from './steps';

test('a reader finds pages by their words, and none that is not for them', async ({ application, browser }) => {
  const page = await application.read(browser);
  await page.goto('/nothing-here');
  await page.getByLabel('A place, a bird, a date').fill('crossings');
  await page.getByRole('button', { name: 'Search' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Search' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Crossing the causeway' })).toBeVisible();
  await check(page, 'what was found');
  await page.getByLabel('Words to look for').fill('xyzzy');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No page has these words.')).toBeVisible();
  await check(page, 'nothing found');
  for (const [path, view] of [
    ['/visit/parking', 'a table, and tabs'],
    ['/visit/causeway-crossing', 'a table within a text'],
    ['/visit/access', 'a disclosure'],
    ['/schools', 'a call to action'],
    ['/whats-on', 'a listing as a table'],
  ] as const) {
    await page.goto(path);
    await check(page, view);
  }
  const [member, secret] = [await application.read(browser, 'nell'), 'tide tables'];
  const found = async (who: typeof page) => {
    await who.goto(`/search?q=${encodeURIComponent(secret)}`);
    return who.locator('.results h2').allTextContents();
  };
  expect((await found(member)).length).toBeGreaterThan((await found(page)).length);
});

test('a listing is set while what it holds is shown with why, and readers get it and its feed', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'margit');
  await editor.goto('/almanac/blocks?find=More like this');
  await editor.getByRole('link', { name: /^Edit words/ }).click();
  const listed = editor.locator('almanac-listed-pages');
  await expect(listed.getByText('topics in common').first()).toBeVisible();
  await editor.getByLabel('At most', { exact: true }).fill('1');
  await editor.keyboard.press('Tab');
  await expect(listed.getByRole('listitem')).toHaveCount(1);
  await listed.getByText(/^Not in it/).click();
  await expect(listed.getByText('there is room for 1').first()).toBeVisible();
  const reader = await application.read(browser);
  await reader.goto('/whats-on');
  const feed = await reader.getByRole('link', { name: 'Feed of this list (Atom)' }).getAttribute('href');
  const answer = await reader.request.get(feed!);
  expect([answer.status(), (await answer.text()).includes('<entry>')]).toEqual([200, true]);
});
