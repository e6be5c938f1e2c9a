import { arrange, expect, test } from './application';

test('a placement is chosen, moved, taken back and looked at in time by keyboard alone', async ({ application, browser }) => {
  const page = await application.signIn(browser, 'ida');
  await arrange(page, 'Tern Point');
  const row = page.getByRole('button', { name: /Safe crossing times/ }).and(page.locator('[data-row]'));
  await row.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByText('with 1 unsaved')).toBeVisible();
  await expect(row).toBeFocused();
  await expect(page.getByRole('status')).toContainText('moves on all 22 of its pages');
  await page.keyboard.press('u');
  await expect(page.getByText('with 1 unsaved')).toHaveCount(0);

  await test.step('the moment steps from change to change and back', async () => {
    await page.keyboard.press('n');
    await expect(page).toHaveURL(/at=2027-03-19T06:00/);
    await page.keyboard.press('n');
    await expect(page).toHaveURL(/at=2027-03-20T18:00/);
    await page.keyboard.press('b');
    await expect(page).toHaveURL(/at=2027-03-19T06:00/);
    await page.keyboard.press('t');
    await expect(page).not.toHaveURL(/at=/);
    await page.getByRole('slider', { name: 'Moment' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page).toHaveURL(/at=2027-03-19T09:40/);
  });

  await test.step('the list of keys opens, and single letters can be turned off', async () => {
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('The next change');
    await page.getByLabel('Single-letter keys are on').press('Space');
    await page.keyboard.press('Escape');
    // Keys rest while the dialog is still on its way out.
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.keyboard.press('t');
    await expect(page).toHaveURL(/at=/);
    await page.keyboard.press('?');
    await page.getByLabel('Single-letter keys are on').press('Space');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  });

  await test.step('the finder leads to a page', async () => {
    await page.keyboard.press('/');
    await page.keyboard.type('Avocet');
    await page.getByRole('option', { name: /Avocet/ }).waitFor();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Page: Wildlife › Avocet' })).toBeVisible();
  });
});
