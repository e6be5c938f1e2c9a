import { expect, test } from './application';
import { check, openReview } from './steps';

test('a remark on some words reaches their author at once, is answered and settled', async ({ application, browser }) => {
  const [writer, editor] = await Promise.all([application.signIn(browser, 'bea'), application.signIn(browser, 'edwin')]);
  await writer.getByRole('button', { name: /new$/ }).click();
  await writer.getByRole('button', { name: 'All of it is read' }).click();
  await expect(writer.getByRole('button', { name: 'Notices' })).toBeVisible();

  await openReview(editor, /Dogs: the dates of the closure/);
  await test.step('words are marked in the comparison', async () => {
    const added = editor.locator('ins').first();
    // On a word, not on a space between two.
    await added.dblclick({ position: { x: 34, y: 10 } });
    await expect(editor.getByLabel('Which words')).not.toHaveValue('');
    await editor.getByLabel('What you remark').fill('Ground-nesting, please.');
    await check(editor, 'a remark being made');
    await editor.getByRole('button', { name: 'Remark', exact: true }).click();
    await expect(editor.getByText('One remark is not settled yet.')).toBeVisible();
  });

  await test.step('the author is told without asking, and answers', async () => {
    await writer.getByRole('button', { name: '1 new' }).click();
    await check(writer, 'notices');
    await writer.getByRole('button', { name: /Edwin Oyelaran remarked on “Dogs/ }).click();
    await expect(writer.getByRole('button', { name: 'Notices' })).toBeVisible();
    await writer.getByRole('button', { name: 'Answer' }).click();
    await writer.getByLabel('Your answer').fill('Done.');
    await writer.getByRole('button', { name: 'Answer' }).click();
    await expect(writer.getByRole('button', { name: 'Settle it' })).toBeHidden();
  });

  await expect(editor.getByText('Done.')).toBeVisible();
  await editor.getByRole('button', { name: 'Settle it' }).click();
  await expect(editor.getByText('Settled by Edwin Oyelaran')).toBeVisible();
  await expect(writer.getByText('Settled by Edwin Oyelaran')).toBeVisible();
});

test('somebody chooses what e-mails tell them, and gets one', async ({ application, browser }) => {
  const [manager, administrator] = await Promise.all([application.signIn(browser, 'saskia'), application.signIn(browser, 'margit')]);
  await manager.getByRole('button', { name: /^Signed in as/ }).click();
  await manager.getByRole('link', { name: 'Your account' }).click();
  await manager.getByLabel('Something waits for my decision: by e-mail').selectOption('at once');
  await expect(manager.getByRole('status')).toContainText('Kept.');
  await check(manager, 'one’s account');
  const writer = await application.signIn(browser, 'bea');
  await writer
    .getByRole('link', { name: /A page about otters/ })
    .first()
    .click();
  await writer.getByRole('button', { name: 'Send for review' }).click();
  await expect(writer.getByRole('status')).toContainText('waits for');
  await administrator.goto('/almanac/set-up/outbox');
  await expect(administrator.getByText('Merrowby Coast Reserves: Bea Lorimer sent “A page about otters” for review.')).toBeVisible();
});
