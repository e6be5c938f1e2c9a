import { expect, test } from './application';
import { check } from './steps';

test('a hole in the plan is seen in the Almanac, what makes it is taken back, and it is gone', async ({ application, browser }) => {
  const edwin = await application.signIn(browser, 'edwin');
  await edwin.getByRole('link', { name: 'Almanac', exact: true }).click();
  const reading = edwin.getByRole('region', { name: 'Day by day' });
  const strip = edwin.getByRole('region', { name: 'Notice strip' });
  const thin = reading.getByText(/Notice strip never holds more than one/);
  await expect(thin).toBeVisible();
  await expect(strip.getByRole('button', { name: /^Storm warning: / })).toBeVisible();
  await check(edwin, 'Almanac');

  await test.step('it is walked through by keyboard', async () => {
    await reading.focus();
    await edwin.keyboard.press('n');
    await expect(edwin.getByRole('textbox', { name: 'First day' })).toHaveValue('1 June 2027');
    await edwin.keyboard.press('t');
    await expect(edwin.getByRole('textbox', { name: 'First day' })).toHaveValue('1 March 2027');
    await edwin.keyboard.press('-');
    await expect(edwin.getByLabel('How much time')).toHaveValue('year');
    await expect(reading.getByText(/4 things end on 1 September/)).toBeVisible();
    await check(edwin, 'Almanac of a year');
    await edwin.keyboard.press('+');
    await edwin.getByLabel('Lanes').selectOption('edition');
    await expect(edwin.getByRole('region', { name: 'First boat, on the reserve pages' })).toBeVisible();
    await edwin.getByLabel('Lanes').selectOption('region');
  });

  await strip.getByRole('button', { name: /^First boat of the year: from 19 March/ }).click();
  await reading.getByRole('link', { name: 'Move it in time' }).click();
  await edwin.getByText('Take it back before it comes').click();
  await expect(edwin.getByText('“First boat of the year” (placement) does not come on 19 March, 06:00.')).toBeVisible();
  await edwin.getByLabel('Why').fill('The strip holds one.');
  await check(edwin, 'taking back what is planned');
  await edwin.getByRole('button', { name: 'Take it back' }).click();
  await expect(edwin.getByText('“First boat, on the reserve pages” does not come.')).toBeVisible();

  await edwin.getByRole('link', { name: 'Almanac', exact: true }).click();
  await expect(strip.getByRole('button', { name: /^Storm warning: / })).toBeVisible();
  await expect(strip.getByRole('button', { name: /^First boat of the year/ })).toHaveCount(0);
  await expect(thin).toHaveCount(0);
});

test('a page on its way goes live together with another, from where it is written', async ({ application, browser }) => {
  const bea = await application.signIn(browser, 'bea');
  await bea.goto('/almanac/pages?find=/visit/dogs');
  await bea.getByRole('link', { name: 'Dogs', exact: true }).click();
  await bea.getByRole('button', { name: 'Together with…' }).click();
  const dialog = bea.getByRole('dialog');
  await dialog.getByLabel(/^What’s on: a fuller standfirst/).check();
  await expect(dialog.getByText(/all or none, and stands where that stands: draft/)).toBeVisible();
  await check(bea, 'going live together');
  await dialog.getByRole('button', { name: 'Put it in with “What’s on: a fuller standfirst”' }).click();
  await expect(dialog).toBeHidden();
  await bea.getByRole('link', { name: 'The proposal' }).click();
  await expect(bea.getByRole('heading', { level: 1, name: 'What’s on: a fuller standfirst' })).toBeVisible();
  await expect(bea.getByRole('heading', { name: /^Dogs/ }).first()).toBeVisible();
});

test('what changes on the site between a Friday and its Monday is told, and looked at before and after', async ({
  application,
  browser,
}) => {
  const edwin = await application.signIn(browser, 'edwin');
  await edwin.getByRole('link', { name: 'Almanac', exact: true }).click();
  await edwin.getByRole('link', { name: 'Between two moments' }).click();
  await edwin.getByLabel('The earlier moment', { exact: true }).fill('19 March 2027, 05:00');
  await edwin.getByLabel('The earlier moment', { exact: true }).press('Tab');
  await edwin.getByLabel('The later moment', { exact: true }).fill('22 March 2027, 05:00');
  await edwin.getByLabel('The later moment', { exact: true }).press('Tab');
  const showing = edwin.getByRole('region', { name: 'Begins or stops showing' });
  await expect(showing.getByText(/no more on Visit, Tern Point, .* and 19 more/)).toBeVisible();
  await check(edwin, 'what changes between two moments');
  await showing.getByRole('link', { name: 'Storm warning: look before' }).click();
  await expect(edwin.frameLocator('iframe').getByText(/Gale from the north-west/)).toBeVisible();
});
