import type { Page } from '@playwright/test';
import { arrange, expect, test } from './application';

/** Slows a page's processor down, as an old or a busy machine is. */
async function slowDown(page: Page, times: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: times });
}

test('on a machine four times as slow no click is lost, by mouse or by key', async ({ application, browser }) => {
  const manager = await application.signIn(browser, 'ida');
  await slowDown(manager, 4);
  await arrange(manager, 'Tern Point');
  const order = manager.getByRole('complementary', { name: 'Running order' });
  const window = manager.getByRole('dialog');
  const words = ['On which pages', 'To whom', 'When', 'Region'] as const;

  await test.step('words open at the first click, while the page is still being made, and hold focus', async () => {
    await order.getByRole('button', { name: 'Add here: Main' }).click();
    await order.getByRole('button', { name: /^Notice/ }).click();
    for (const word of words) {
      await order.getByLabel('Title (needed').fill(`Toads ${word}`);
      // The answer to what was typed is on the way when the word is clicked.
      await order.getByRole('button', { name: new RegExp(`^${word}:`) }).click();
      await expect(window).toBeVisible();
      await expect.poll(() => window.evaluate(node => node.contains(document.activeElement))).toBe(true);
      const box = (await window.boundingBox())!;
      expect(box.y + box.height).toBeLessThanOrEqual(manager.viewportSize()!.height);
      await manager.keyboard.press('Escape');
      await expect(window).toBeHidden();
    }
  });

  await test.step('the same by key, and focus comes back to the word', async () => {
    for (const word of words) {
      const button = order.getByRole('button', { name: new RegExp(`^${word}:`) });
      await button.focus();
      await manager.keyboard.press('Enter');
      await expect(window).toBeVisible();
      await manager.keyboard.press('Escape');
      await expect(window).toBeHidden();
      await expect(button).toBeFocused();
    }
  });
});

test('two who change one placement settle it change by change, and nothing is lost', async ({ application, browser }) => {
  const [manager, administrator] = await Promise.all([application.signIn(browser, 'ida'), application.signIn(browser, 'margit')]);
  const dress = async (page: Page, look: string) => {
    await arrange(page, 'Tern Point');
    const order = page.getByRole('complementary', { name: 'Running order' });
    await order.getByRole('button', { name: /Safe crossing times/ }).click();
    await order.getByLabel('Look').selectOption(look);
    await page.getByRole('button', { name: /^Save: / }).click();
    return page.getByRole('dialog');
  };
  const mine = await dress(manager, 'tinted');
  const theirs = await dress(administrator, 'quiet');
  // Nothing goes live over what somebody holds, until it is taken over.
  await theirs.getByRole('button', { name: /^Publish at once/ }).click();
  await expect(theirs.getByRole('alert')).toContainText('Ida Venn has been writing on “Safe crossing times”');
  await theirs.getByRole('button', { name: 'Close' }).click();
  await administrator.getByRole('button', { name: 'Take it over' }).click();
  await administrator.getByRole('button', { name: /^Save: / }).click();
  await theirs.getByRole('button', { name: /^Publish at once/ }).click();
  await expect(administrator.getByRole('status').filter({ hasText: 'live' })).toBeVisible();

  await mine.getByRole('button', { name: 'Keep as draft' }).click();
  await expect(mine.getByRole('alert')).toContainText('Margit Halloran saved a newer version of “Safe crossing times”');
  await expect(mine.getByRole('alert')).toContainText('Look');
  await expect(mine.getByRole('button', { name: 'Keep as draft' })).toBeDisabled();
  await mine.getByRole('button', { name: 'Keep mine, over theirs' }).click();
  await mine.getByRole('button', { name: 'Keep as draft' }).click();
  await expect(manager.getByRole('status').filter({ hasText: /^“Safe crossing times, changed.*draft/ })).toBeVisible();
});
