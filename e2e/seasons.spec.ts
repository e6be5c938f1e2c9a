import ICAL from 'ical.js';
import { expect, test } from './application';
import { check, publish } from './steps';

test('a season is set once, a rule asks for it by name, and it is there in two different years', async ({ application, browser }) => {
  const margit = await application.signIn(browser, 'margit');
  await margit.getByRole('link', { name: 'Rules', exact: true }).click();
  await margit.locator('almanac-season-list').getByRole('button', { name: 'Make a new one' }).click();
  await margit.getByLabel('Name').fill('Open week');
  await margit.getByLabel('Last day').fill('9 October 2027');
  await margit.getByLabel('Last day').press('Tab');
  await margit.getByLabel('First day').fill('4 October 2027');
  await margit.getByLabel('First day').press('Tab');
  await expect(margit.getByText('Mon 4 October to Sat 9 October')).toBeVisible();
  await expect(margit.getByText('Wed, 4 October 2028 to Mon, 9 October 2028')).toBeVisible();
  await check(margit, 'a season');
  await margit.getByRole('button', { name: 'Save 1 change…' }).click();
  await publish(margit);

  await margit.getByRole('button', { name: /Any colony page in nesting season/ }).click();
  await margit
    .getByRole('button', { name: /during Nesting season/ })
    .last()
    .click();
  await margit.getByLabel('Season', { exact: true }).selectOption({ label: 'Open week' });
  await expect(margit.getByText(/Governs 3 placements: other times or readers for 3 placements/).first()).toBeVisible();
  await check(margit, 'a rule during a season');
  await margit.keyboard.press('Escape');
  await margit.getByRole('button', { name: 'Save 1 change…' }).click();
  await publish(margit);

  for (const [at, shows] of [
    ['2027-10-05T10:00', true],
    ['2027-10-11T10:00', false],
    ['2028-10-05T10:00', true],
  ] as const) {
    await application.startAt(at);
    const reader = await application.read(browser);
    await reader.goto('/visit/tern-point');
    await expect(reader.getByRole('heading', { name: 'What nests here' }), at).toHaveCount(shows ? 1 : 0);
  }
  await application.startAt('2027-03-18T09:40');
});

test('dates come out of a calendar file, with what of it cannot be taken', async ({ application, browser }) => {
  const ida = await application.signIn(browser, 'ida');
  await ida.getByRole('link', { name: 'Rules', exact: true }).click();
  await ida.getByRole('button', { name: 'From a calendar…' }).click();
  const event = (name: string, from: string, until: string) =>
    ['BEGIN:VEVENT', `SUMMARY:${name}`, `DTSTART;VALUE=DATE:${from}`, `DTEND;VALUE=DATE:${until}`, 'END:VEVENT'].join('\r\n');
  const text = ['BEGIN:VCALENDAR', event('School half-terms', '20270531', '20270605'), event('Flower show', '20270710', '20270712'), event('Backwards', '20270712', '20270710'), 'END:VCALENDAR'].join('\r\n'); // prettier-ignore
  const dialog = ida.getByRole('dialog');
  await dialog.locator('input[type=file]').setInputFiles({ name: 'dates.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) });
  await expect(dialog.getByText('takes the place of its present dates')).toBeVisible();
  await expect(dialog.getByText('Line 12: It does not end after it begins.')).toBeVisible();
  await check(ida, 'seasons from a calendar');
  await dialog.getByRole('button', { name: 'Take 2 seasons' }).click();
  await expect(ida.getByRole('button', { name: /Flower show unsaved/ })).toBeVisible();
  await ida.getByRole('button', { name: /School half-terms/ }).click();
  await expect(ida.getByText('Governs 1 placement')).toHaveCount(2);
});

test('the plan is subscribed to by a calendar, until its address is ended', async ({ application, browser }) => {
  const edwin = await application.signIn(browser, 'edwin');
  await edwin.getByRole('link', { name: 'Almanac', exact: true }).click();
  await edwin.getByRole('button', { name: 'Take it along' }).click();
  await edwin.getByRole('button', { name: 'In a calendar…' }).click();
  const dialog = edwin.getByRole('dialog');
  await dialog.getByLabel('Name', { exact: true }).fill('Plan');
  await dialog.getByRole('button', { name: 'Make the address' }).click();
  const { pathname } = new URL(await dialog.getByLabel('The link').inputValue());
  await check(edwin, 'the plan in a calendar');
  const reader = await application.read(browser);
  const read = await reader.request.get(pathname);
  // Read by an independent library.
  const calendar = new ICAL.Component(ICAL.parse(await read.text()) as never[]);
  const titles = calendar.getAllSubcomponents('vevent').map(each => new ICAL.Event(each).summary);
  expect(titles).toContain('First boat of the year');
  await dialog.getByRole('button', { name: 'End Plan' }).click();
  await expect(dialog.getByText('You have none yet.')).toBeVisible();
  expect((await reader.request.get(pathname)).status()).toBe(404);
});
