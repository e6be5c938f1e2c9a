import { expect, test } from './application';
import { check, openPage, openReview } from './steps';

test('what went live meanwhile is brought into a proposal by keyboard, and nothing of either is lost', async ({ application, browser }) => {
  const writer = await application.signIn(browser, 'bea');
  await openReview(writer, /The Long Hide: two more seats/);
  await expect(writer.getByText('“Hides at Low Fleet” has changed on the site since this was begun.')).toBeVisible();
  await writer.getByRole('button', { name: 'Bring that change in…' }).press('Enter');
  const dialog = writer.getByRole('dialog');
  await expect(dialog).toContainText('One place was changed by both');
  await expect(dialog.getByRole('button', { name: 'Settle one more place' })).toBeDisabled();
  await check(writer, 'bringing two versions together');
  // The arrow keys put one version after another into the text.
  await dialog.getByRole('radio', { name: /^The proposal/ }).focus();
  await writer.keyboard.press('ArrowDown');
  await expect(dialog.getByRole('radio', { name: /^What is live/ })).toBeChecked();
  await expect(dialog.locator('mark')).toContainText('from October to March.');
  // It can be pressed once what comes of the choice stands there.
  const accept = dialog.getByRole('button', { name: 'Save it to the proposal' });
  await expect(accept).toBeEnabled();
  await accept.press('Enter');
  await expect(dialog).toBeHidden();
  await expect(writer.getByText('has changed on the site since this was begun')).toBeHidden();

  const editor = await application.signIn(browser, 'edwin');
  await editor.goto(writer.url());
  await editor.getByRole('button', { name: /^Approve at once/ }).click();
  await expect(editor.getByRole('status')).toContainText('live');
  const reader = await application.read(browser);
  await reader.goto('/visit/low-fleet/hides');
  await expect(reader.getByText('The Long Hide seats forty-two and has a stove, lit from October to March.')).toBeVisible();
});

test('a line mended today also reaches the summer text, which comes on its day', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'edwin');
  await openPage(editor, 'Opening hours', '/visit/opening-hours');
  await editor.getByLabel('Standfirst').fill('When gates, hides and car parks open.');
  await editor.getByRole('button', { name: 'Save…' }).click();
  const dialog = editor.getByRole('dialog');
  await expect(dialog).toContainText('Planned: “Opening hours” changes on 29 March');
  await dialog.getByRole('radio', { name: /^Bring this into it too/ }).check();
  await dialog.getByRole('button', { name: 'Publish at once, and in what is planned' }).click();
  await expect(dialog).toBeHidden();
  const reader = await application.read(browser);
  await reader.goto('/visit/opening-hours');
  await expect(reader.getByText('When gates, hides and car parks open.')).toBeVisible();
  await expect(reader.getByText('Summer hours hold from April')).toBeHidden();
  await application.startAt('2027-03-29T00:00');
  await reader.goto('/visit/opening-hours');
  await expect(reader.getByText('When gates, hides and car parks open.')).toBeVisible();
  await expect(reader.getByText('Summer hours hold from April')).toBeVisible();
});
