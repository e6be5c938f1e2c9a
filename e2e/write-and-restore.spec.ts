import { expect, test } from './application';
import { check } from './steps';

test('a writer changes a live page, the live one stays, and the older words can be brought back', async ({ application, browser }) => {
  const writer = await application.signIn(browser, 'bea');
  const open = async (page: typeof writer) => {
    await page.getByRole('link', { name: 'Pages', exact: true }).click();
    await page.getByLabel('Title or path').fill('/about/contact');
    await page.getByRole('link', { name: 'Contact', exact: true }).click();
  };
  await open(writer);
  await writer.getByLabel('Standfirst').fill('The lodge answers from eight to six.');
  await expect(writer.frameLocator('iframe').getByText('from eight to six')).toBeVisible();

  await test.step('a reload takes no word', async () => {
    await writer.reload();
    await expect(writer.getByLabel('Standfirst')).toHaveValue('The lodge answers from eight to six.');
    await expect(writer.getByText('words you had not saved')).toBeVisible();
  });

  await writer.getByRole('button', { name: 'Save…' }).click();
  await expect(writer.getByRole('dialog')).toContainText('Changes 1 page');
  await writer
    .getByRole('dialog')
    .getByRole('button', { name: /^Send for review/ })
    .click();
  await expect(writer.getByRole('status')).toContainText('waits for');
  const reader = await application.read(browser);
  await reader.goto('/about/contact');
  await expect(reader.getByText('from nine to five')).toBeVisible();

  const editor = await application.signIn(browser, 'edwin');
  await editor.getByRole('link', { name: /Contact: new words/ }).click();
  await expect(editor.locator('ins').first()).toBeVisible();
  await editor.getByRole('button', { name: 'Approve at once: Changes 1 page' }).click();
  await expect(editor.getByRole('status')).toContainText('is live');
  await reader.reload();
  await expect(reader.getByText('from eight to six')).toBeVisible();

  await test.step('two revisions are compared and the older restored', async () => {
    await open(editor);
    await editor.getByRole('button', { name: /was live/ }).click();
    await expect(editor.locator('del').first()).toBeVisible();
    await editor.getByRole('button', { name: 'Restore these words' }).click();
    await expect(editor.getByLabel('Standfirst')).toHaveValue(/nine to five/);
    await editor.getByRole('button', { name: 'Save…' }).click();
    await editor.getByRole('dialog').getByRole('button', { name: 'Publish at once' }).click();
    await expect(editor.getByRole('status')).toContainText('is live');
    await reader.reload();
    await expect(reader.getByText('from nine to five')).toBeVisible();
  });
});

test('two who write on one draft lose nothing, and each is told of the other at once', async ({ application, browser }) => {
  const writer = await application.signIn(browser, 'bea');
  await writer
    .getByRole('link', { name: /What’s on: a fuller standfirst/ })
    .first()
    .click();
  await writer.getByRole('link', { name: 'Touch it up' }).click();
  await expect(writer.getByLabel('Standfirst')).toBeVisible();
  // An editor touches up the same draft meanwhile.
  const editor = await application.signIn(browser, 'edwin');
  await editor.goto(writer.url());
  await editor.getByLabel('Standfirst').fill('His.');
  await expect(writer.getByText(/Edwin Oyelaran has been writing here since/)).toBeVisible();
  await check(writer, 'a record that somebody else writes on');
  await editor.getByRole('button', { name: 'Save draft' }).click();
  await expect(editor.getByRole('status').filter({ hasText: 'Saved to the proposal' })).toBeVisible();
  await expect(writer.getByText('Edwin Oyelaran has just saved other words on this.')).toBeVisible();
  await writer.getByLabel('Standfirst').fill('Hers.');
  // While she writes, nothing goes on her draft.
  await expect(editor.getByText(/Bea Lorimer has been writing here since/)).toBeVisible();
  await editor.getByLabel('Standfirst').fill('His again.');
  await editor.getByRole('button', { name: 'Save draft' }).click();
  await expect(editor.getByText(/Bea Lorimer has been writing on “What’s on” since/)).toBeVisible();
  await writer.getByRole('button', { name: 'Save draft' }).click();
  await expect(writer.getByText('Edwin Oyelaran saved a newer version of')).toBeVisible();
  await expect(writer.getByLabel('Standfirst')).toHaveValue('Hers.');
  await writer.getByRole('button', { name: 'Keep mine, over theirs' }).click();
  await expect(writer.getByRole('status').filter({ hasText: 'Saved to the proposal' })).toBeVisible();
  await expect(writer.getByRole('button', { name: /Edwin Oyelaran/ })).toBeVisible();
});

test('a manager takes over what somebody left open; the words become a proposal, and the log tells of it all', async ({
  application,
  browser,
}) => {
  const writer = await application.signIn(browser, 'bea');
  const manager = await application.signIn(browser, 'margit');
  await writer.goto('/almanac/blocks?find=Causeway');
  await writer.getByRole('link', { name: /^Edit words/ }).click();
  await writer.getByLabel('Title', { exact: true }).fill('Causeway, a warning');
  await manager.goto('/almanac/blocks');
  await manager.getByLabel('Status').selectOption('being written');
  await expect(manager.getByText('Bea Lorimer writing')).toBeVisible();
  await check(manager, 'blocks that somebody writes on');
  await manager.goto(writer.url());
  await manager.getByRole('button', { name: 'Take it over' }).click();
  await expect(writer.getByText(/^Margit Halloran has taken this over/)).toBeVisible();
  await writer.getByRole('button', { name: 'Save…' }).click();
  await writer.getByRole('dialog').getByRole('button', { name: 'Send for review' }).click();
  await expect(manager.getByText('Bea Lorimer has just saved other words on this.')).toBeVisible();
  await manager.goto('/almanac/set-up/log');
  await expect(manager.getByText('Saved: “Causeway warning” (block)')).toBeVisible();
  await manager.getByRole('button', { name: 'Check that it is whole' }).click();
  await expect(manager.getByText(/^The log is whole: \d+ entries/)).toBeVisible();
  await check(manager, 'what was done');
});

test('what cannot be saved is said at its field', async ({ application, browser }) => {
  const writer = await application.signIn(browser, 'bea');
  await writer.getByRole('link', { name: 'Pages', exact: true }).click();
  await writer.getByLabel('Title or path').fill('/schools');
  await writer.getByRole('link', { name: 'Add a page beneath Schools' }).click();
  await writer.getByLabel('Title', { exact: true }).fill('Visits');
  await writer.getByRole('button', { name: 'Save…' }).click();
  await writer.getByRole('dialog').getByRole('button', { name: 'Keep as draft' }).click();
  await expect(writer.getByRole('dialog')).toContainText('“Class visits” has this address already.');
  await writer.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await writer.getByLabel('Address').fill('trips');
  await writer.getByRole('button', { name: 'Save…' }).click();
  await writer.getByRole('dialog').getByRole('button', { name: 'Keep as draft' }).click();
  await expect(writer.getByRole('status')).toContainText('kept as a draft');
});

test('a server that is away costs no word', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'edwin');
  await editor.getByRole('link', { name: 'Blocks', exact: true }).click();
  await editor.getByLabel('Title or words').fill('seen one');
  await editor.getByRole('button', { name: /Have you seen one/ }).click();
  await editor.getByRole('link', { name: /^Edit words/ }).click();
  await editor.getByLabel('Title', { exact: true }).fill('Have you seen two?');
  await editor.route('**/api/editions', route => route.abort());
  await editor.getByRole('button', { name: 'Save…' }).click();
  await editor
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish at once/ })
    .click();
  await expect(editor.getByRole('dialog')).toContainText('The server cannot be reached');
  await editor.reload();
  await expect(editor.getByLabel('Title', { exact: true })).toHaveValue('Have you seen two?');
});
