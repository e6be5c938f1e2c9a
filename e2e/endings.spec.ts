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
