import { expect, test } from './application';
import { check, openPage, openReview } from './steps';

test('two pages written apart go live in one moment, by one name', async ({ application, browser }) => {
  const editor = await application.signIn(browser, 'edwin');
  const write = async (page: string, path: string, words: string) => {
    await openPage(editor, page, path);
    await editor.getByLabel('Standfirst').fill(words);
    await editor.getByRole('button', { name: 'Save…' }).click();
    return editor.getByRole('dialog');
  };
  const first = await write('Parking', '/visit/parking', 'Room for forty cars over Easter.');
  await first.getByLabel('What is this about').fill('Easter opening');
  await first.getByRole('button', { name: 'Keep as draft' }).click();
  await expect(first).toBeHidden();

  const second = await write('Access for everyone', '/visit/access', 'Open over Easter, dawn to dusk.');
  await second.getByLabel('Together with').selectOption({ label: 'Easter opening (draft, 1 page)' });
  await check(editor, 'putting something into an edition');
  await second.getByRole('button', { name: /^Add to “Easter opening”/ }).click();
  await expect(second).toBeHidden();

  await openReview(editor, /Easter opening/);
  await expect(editor.getByRole('heading', { name: 'Access for everyone' })).toBeVisible();
  await editor.getByText('Name, date and parts').click();
  await editor.getByLabel('Its name').fill('Easter weekend');
  await editor.getByRole('button', { name: 'Keep name and date' }).click();
  await expect(editor.getByRole('heading', { level: 1, name: 'Easter weekend' })).toBeVisible();
  await check(editor, 'an edition of two pages');
  const reader = await application.read(browser);
  await reader.goto('/visit/parking');
  await expect(reader.getByText('over Easter')).toBeHidden();
  await editor.getByRole('button', { name: /^Publish at once/ }).click();
  await expect(editor.getByRole('status')).toContainText('is live');
  await reader.reload();
  await expect(reader.getByText('Room for forty cars over Easter.')).toBeVisible();
  await reader.goto('/visit/access');
  await expect(reader.getByText('Open over Easter, dawn to dusk.')).toBeVisible();
});
