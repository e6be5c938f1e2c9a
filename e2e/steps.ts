import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

// WCAG 2.2 A and AA by axe-core's own rule tags.
const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Holds a view against the rules of accessibility; the frame of the sheet runs no script and is looked at as readers have it. */
export async function check(page: Page, view: string): Promise<void> {
  // What passes is not described, which takes longest on a view of many lines.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).withTags(tags);
  const { violations } = await axe.exclude('iframe').setLegacyMode().analyze();
  const found = violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(' ')} ${failureSummary ?? ''}`),
  );
  expect.soft(found, view).toEqual([]);
}

/** Publishes at once what the open dialog is about. */
export async function publish(page: Page): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /^Publish at once/ }).click();
  await expect(dialog).toBeHidden();
}

/** Opens one of the reviews from their list; *Today* has links of the same names, so the list is waited for. */
export async function openReview(page: Page, title: string | RegExp): Promise<void> {
  await page.getByRole('link', { name: 'Reviews', exact: true }).click();
  await page.getByRole('heading', { level: 1, name: 'Reviews' }).waitFor();
  await page.getByRole('link', { name: title }).click();
  await page.getByRole('heading', { level: 1, name: title }).waitFor();
}

/** Opens a page in its form by its title, found by its path: a list shows only as many rows as there is room for. */
export async function openPage(page: Page, title: string, path: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Workspaces' }).getByRole('link', { name: 'Pages', exact: true }).click();
  await page.getByLabel('Title or path').fill(path);
  await page.getByRole('link', { name: title, exact: true }).click();
}
