import { arrange, expect, test } from './application';
import { check, openReview } from './steps';

const words = 'Torches down, please: the toads are crossing.';

test('a manager places something by a rule, an editor approves it, readers see it from its moment on', async ({ application, browser }) => {
  // One story of seven steps, four people and two restarts: on a busy machine of two cores it takes minutes.
  test.setTimeout(300_000);
  const manager = await application.signIn(browser, 'ida');
  await arrange(manager, 'Tern Point');
  const order = manager.getByRole('complementary', { name: 'Running order' });
  await expect(order.getByRole('button', { name: /Winter roost viewing/ })).toContainText('away: ended 28 February, back 1 October');

  await test.step('adds it here, this page only at first, and sees it on the sheet while it is written', async () => {
    await order.getByRole('button', { name: 'Add here: Main' }).click();
    await order.getByRole('button', { name: /^Notice/ }).click();
    await order.getByLabel('Title (needed').fill('Toads on the road');
    await order.getByLabel('Message').fill(words);
    await expect(order.getByRole('button', { name: 'Shows on 1 page' })).toBeEnabled();
    await expect(manager.frameLocator('iframe').getByText(words)).toBeVisible();
  });

  await test.step('says where, to whom and until when in the sentence, and is told what that does', async () => {
    await order.getByRole('button', { name: 'On which pages: this page only' }).click();
    const control = manager.getByRole('dialog');
    await control.getByLabel('Search pages').fill('Tern Point');
    await control.getByLabel('Tern Point', { exact: true }).uncheck();
    await control.getByLabel('Search pages').fill('/visit');
    await control.getByLabel('Visit', { exact: true }).check();
    await control.getByRole('button', { name: 'and all beneath' }).click();
    await control.getByLabel('Search pages').fill('Skarn Head');
    await control.getByRole('button', { name: 'leave out' }).first().click();
    await manager.keyboard.press('Escape');
    await order.getByRole('button', { name: 'To whom: anyone' }).click();
    await manager.getByLabel('Only people who hold').check();
    await manager.keyboard.press('Escape');
    await order.getByRole('button', { name: /^When:/ }).click();
    await manager.getByRole('textbox', { name: 'Until' }).fill('25 March 2027, 12:00');
    await manager.keyboard.press('Tab');
    await manager.keyboard.press('Escape');
    await expect(order.getByRole('button', { name: 'Shows on 23 pages' })).toBeVisible();
    await order.getByRole('button', { name: 'Which pages', exact: true }).click();
    const pages = manager.getByRole('dialog');
    await expect(pages).toContainText('Gained: 23');
    // The pages beneath Skarn Head keep it; Skarn Head itself is left out.
    await expect(pages.getByRole('listitem').filter({ hasText: '/visit/skarn-head' })).toHaveCount(2);
    await pages.getByRole('button', { name: 'Close' }).click();
    await order.getByRole('button', { name: 'Shows on 23 pages' }).click();
  });

  const reader = await application.read(browser);
  const member = await application.read(browser, 'nell');
  const isShown = async (page = member, at = '/visit/tern-point') => {
    await page.goto(at);
    return (await page.getByText(words).count()) > 0;
  };

  await test.step('sends it for review; nothing changes for readers', async () => {
    await manager.getByRole('button', { name: 'Save: Shows on 23 pages' }).click();
    const dialog = manager.getByRole('dialog');
    await dialog.getByLabel('What is this about').fill('Toads on the road');
    await dialog.getByRole('button', { name: 'Send for review: Shows on 23 pages' }).click();
    await expect(manager.getByRole('status')).toContainText('waits for Edwin Oyelaran');
    expect(await isShown()).toBe(false);
  });

  const editor = await application.signIn(browser, 'edwin');
  await test.step('the editor sees what changes and approves it for tomorrow', async () => {
    await expect(editor.getByRole('link', { name: /Toads on the road/ }).first()).toBeVisible();
    await openReview(editor, 'Toads on the road');
    await expect(editor.getByText(words).first()).toBeVisible();
    await expect(editor.getByText('Shows on 23 pages').first()).toBeVisible();
    await editor.getByLabel('Goes live').fill('19 March 2027, 6:00');
    await editor.getByLabel('Remark', { exact: true }).click();
    await editor.getByRole('button', { name: /^Approve for that date/ }).click();
    await expect(editor.getByRole('status')).toContainText('Readers see “Toads on the road” from 19 March, 06:00');
    expect(await isShown()).toBe(false);
  });

  await test.step('the moment and the reader are moved: then it shows, now it does not, and why is said', async () => {
    await arrange(editor, 'Tern Point');
    const row = editor.getByRole('button', { name: /Toads on the road/ });
    await expect(row.first()).toContainText('away: goes live 19 March, 06:00');
    await editor.getByRole('button', { name: /^Moment:/ }).click();
    await editor.getByRole('dialog').getByText('19', { exact: true }).click();
    await editor.getByLabel('Or typed').fill('19 March 2027, 7:00');
    await editor.getByLabel('Or typed').press('Tab');
    await editor.keyboard.press('Escape');
    await expect(row.first()).toContainText('away: only for members');
    await row.first().click();
    await expect(editor.getByText('Its rule asks for members, and this reader is not one.')).toBeVisible();
    await editor.getByRole('button', { name: /^Reader:/ }).click();
    await editor.getByRole('button', { name: 'one of the members' }).click();
    await expect(editor.frameLocator('iframe').getByText(words)).toBeVisible();
    await expect(editor).toHaveURL(/at=2027-03-19T07:00/);
    await editor.getByRole('button', { name: 'back to now' }).click();
    await expect(row.first()).toContainText('goes live 19 March');
  });

  await test.step('with the clock at that moment it shows there and to them; after its end it is gone', async () => {
    await application.startAt('2027-03-19T05:59');
    expect(await isShown()).toBe(false);
    await application.startAt('2027-03-19T06:00');
    expect(await isShown()).toBe(true);
    expect(await isShown(member, '/visit/skarn-head')).toBe(false);
    expect(await isShown(member, '/wildlife')).toBe(false);
    expect(await isShown(reader)).toBe(false);
    await application.startAt('2027-03-25T12:00');
    expect(await isShown()).toBe(false);
    await application.startAt('2027-03-18T09:40');
  });
});

test('the same block stands in one more place, and a copy stands apart', async ({ application, browser }) => {
  const manager = await application.signIn(browser, 'ida');
  await manager.getByRole('link', { name: 'Blocks', exact: true }).click();
  await manager.getByLabel('Title or words').fill('class visit');
  await manager.getByRole('button', { name: /Book a class visit/ }).click();
  await manager.getByRole('link', { name: 'Show it in one more place' }).click();
  await expect(manager.getByText('This is the same block in one more place')).toBeVisible();
  await manager.getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await manager.getByRole('button', { name: 'Separate copy' }).click();
  await expect(manager.getByLabel('Title (needed')).toHaveValue('Book a class visit, copy');
  await manager.getByRole('button', { name: 'Shows on 1 page', exact: true }).click();
  await expect(manager.getByText('with 3 unsaved')).toBeVisible();

  await manager.reload();
  await expect(manager.getByText('with 3 unsaved')).toBeVisible();
  await manager.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(manager.getByText('with 1 unsaved')).toBeVisible();
  await manager.getByRole('button', { name: 'What changes?' }).click();
  await expect(manager.getByRole('dialog')).toContainText('Shows on 1 page');
});

test('somebody without an account looks at a proposal by a link, walks on from it, and no longer once it is ended', async ({
  application,
  browser,
}) => {
  const editor = await application.signIn(browser, 'edwin');
  await editor
    .getByRole('link', { name: /Dogs: the dates of the closure/ })
    .first()
    .click();
  await editor.getByText('For people without an account').click();
  await editor.getByRole('button', { name: 'Make the link' }).click();
  const { pathname } = new URL(await editor.getByLabel('The link').inputValue());
  await check(editor, 'a review with a preview link');
  const reader = await application.read(browser);
  await reader.goto(pathname);
  await reader.getByRole('link', { name: 'Visit' }).first().click();
  await reader.getByRole('link', { name: 'Dogs' }).first().click();
  await expect(reader.getByText('where birds nest on the ground: 1 April to 31 August')).toBeVisible();
  await expect(reader.getByRole('status').filter({ hasText: 'It is not live' })).toBeVisible();
  await check(reader, 'a preview');
  await editor.getByRole('button', { name: 'End it' }).click();
  await expect(editor.getByText('ended by hand')).toBeVisible();
  expect((await reader.reload())!.status()).toBe(404);
});
