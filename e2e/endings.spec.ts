import { expect, test } from './application';
import { check, publish } from './steps';

test('a notice is over and leads elsewhere; it is renewed for a year from the list of what ends', async ({ application, browser }) => {
  const margit = await application.signIn(browser, 'margit');
  await margit.goto('/almanac/pages?find=creek-hide');
  await margit.getByRole('link', { name: 'Creek Hide has a new roof', exact: true }).click();
  await margit.getByText('About this page').click();
  await margit.getByLabel('Said to be so').selectOption('for good');
  await expect(margit.getByLabel('Led to')).toHaveValue('/notices');
  await check(margit, 'what readers get once a page is over');

  await application.startAt('2027-03-31T10:00');
  const reader = await application.read(browser);
  await reader.goto('/notices/creek-hide-roof');
  await expect(reader).toHaveURL(/\/notices$/);

  await margit.goto('/almanac/almanac');
  await margit.getByRole('link', { name: 'What ends' }).click();
  const over = margit.getByRole('region', { name: 'Over' });
  await expect(over.getByText('readers are led to “Notices” for now')).toBeVisible();
  await check(margit, 'what ends');
  await over.getByLabel('Choose Creek Hide has a new roof').check();
  await margit.getByRole('button', { name: 'Renew 1 of them for a year…' }).click();
  await expect(margit.getByRole('dialog').getByLabel('Until')).toHaveValue(/2028/);
  await publish(margit);
  await expect(over.getByText('Creek Hide has a new roof')).toHaveCount(0);
  await reader.goto('/notices/creek-hide-roof');
  await expect(reader.getByRole('heading', { name: 'Creek Hide has a new roof' })).toBeVisible();
  await application.startAt('2027-03-18T09:40');
});

test('a notice goes to the back shelf by hand: out of the latest, under its month, still at its address', async ({
  application,
  browser,
}) => {
  const margit = await application.signIn(browser, 'margit');
  await margit.goto('/almanac/pages?find=path-slip');
  await margit.getByRole('link', { name: 'Path slip at Skarn Head', exact: true }).click();
  await margit.getByText('About this page').click();
  await margit.getByRole('button', { name: 'Put it there now' }).click();
  await expect(margit.getByText('It stands there now.')).toBeVisible();
  await check(margit, 'a page on the back shelf');
  await margit.getByRole('button', { name: 'Save…' }).click();
  await publish(margit);

  const reader = await application.read(browser);
  await reader.goto('/');
  await expect(reader.getByRole('link', { name: 'Creek Hide has a new roof', exact: true })).toBeVisible();
  await expect(reader.getByRole('link', { name: 'Path slip at Skarn Head' })).toHaveCount(0);
  await reader.goto('/notices');
  await expect(reader.getByRole('heading', { name: 'March 2027 1' })).toBeVisible();
  await check(reader, 'the back shelf by months');
  await reader.getByRole('link', { name: 'Path slip at Skarn Head' }).click();
  await expect(reader.getByRole('heading', { level: 1, name: 'Path slip at Skarn Head' })).toBeVisible();
});
