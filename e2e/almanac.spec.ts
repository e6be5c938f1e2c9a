import { expect, test } from './application';
import { check } from './steps';

test('a hole in the plan is seen in the Almanac and closed by dragging, after what that does was said', async ({
  application,
  browser,
}) => {
  const edwin = await application.signIn(browser, 'edwin');
  await edwin.getByRole('link', { name: 'Almanac', exact: true }).click();
  const reading = edwin.getByRole('region', { name: 'Day by day' });
  const strip = edwin.getByRole('region', { name: 'Notice strip' });
  const thin = reading.getByText(/Notice strip never holds more than one/);
  await expect(thin).toBeVisible();
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

  const boat = strip.getByRole('button', { name: /^First boat of the year: from 19 March/ });
  const storm = strip.getByRole('button', { name: /^Storm warning: / });
  const [here, there] = [(await boat.boundingBox())!, (await storm.boundingBox())!];
  const middle = { x: here.x + here.width / 2, y: here.y + here.height / 2 };
  await edwin.mouse.move(middle.x, middle.y);
  await edwin.mouse.down();
  // Far enough that it begins when the warning is over.
  await edwin.mouse.move(middle.x + there.x + there.width - here.x + 12, middle.y, { steps: 8 });
  await edwin.mouse.up();
  const moved = edwin.getByRole('region', { name: 'The one that was moved' });
  await expect(moved.getByText(/Fri 19 March, 06:00: First boat of the year goes live/)).toBeVisible();
  await expect(moved.getByText(/All that it goes live with moves with it/)).toBeVisible();
  await check(edwin, 'a bar that was moved');

  await test.step('it goes on by keyboard, and can be put back', async () => {
    await boat.focus();
    await edwin.keyboard.press('Escape');
    await expect(moved).toHaveCount(0);
    for (let day = 0; day < 2; day += 1) await edwin.keyboard.press('ArrowRight');
    await edwin.keyboard.press('Shift+ArrowRight');
    await expect(moved.getByText('From Sun 21 March, 06:00, not Fri 19 March, 06:00. Until Sat 10 April, 12:00')).toBeVisible();
  });

  await moved.getByRole('button', { name: /^Move it to that date/ }).click();
  await expect(edwin.getByText('“First boat of the year” has other times.')).toBeVisible();
  await expect(strip.getByRole('button', { name: /^First boat of the year: from 21 March, 06:00, until 10 April, 12:00/ })).toBeVisible();
  await expect(thin).toHaveCount(0);

  await test.step('the plan is taken along as pictures', async () => {
    for (const [item, file] of [
      ['As a picture that scales (SVG)', 'almanac-2027-03-01.svg'],
      ['As a picture of points (PNG)', 'almanac-2027-03-01.png'],
    ] as const) {
      await edwin.getByRole('button', { name: 'Take it along' }).click();
      const saved = edwin.waitForEvent('download');
      await edwin.getByRole('button', { name: item }).click();
      expect((await saved).suggestedFilename()).toBe(file);
    }
    // On paper it is as long as it is, on A4 across.
    const paper = (await edwin.pdf({ preferCSSPageSize: true })).toString('latin1');
    expect(paper.match(/\/Type\s*\/Page[^s]/g)!.length).toBeGreaterThan(2);
    expect(paper).toMatch(/MediaBox \[0 0 84[12][.\d]* 59[45][.\d]*\]/);
  });

  await test.step('what made it is taken back before it comes', async () => {
    await strip.getByRole('button', { name: /^First boat of the year: from 21 March/ }).click();
    await reading.getByRole('link', { name: 'Move it in time' }).click();
    await edwin.getByText('Take it back before it comes').click();
    await expect(edwin.getByText('“First boat of the year” (placement) does not come on 21 March, 06:00.')).toBeVisible();
    await edwin.getByLabel('Why').fill('The strip holds one.');
    await check(edwin, 'taking back what is planned');
    await edwin.getByRole('button', { name: 'Take it back' }).click();
    await expect(edwin.getByText('“First boat, on the reserve pages” does not come.')).toBeVisible();
  });
});

test('a window is shortened in the drawing, and the change waits as any other does', async ({ application, browser }) => {
  const bar = /^Hands wanted: from 10 March, until 17 April/;
  const bea = await application.signIn(browser, 'bea');
  await bea.goto('/almanac/almanac');
  await bea.getByRole('region', { name: 'Aside' }).getByRole('button', { name: bar }).click();
  await expect(bea.getByText('Your roles do not move this in time.')).toBeVisible();

  const edwin = await application.signIn(browser, 'edwin');
  await edwin.goto('/almanac/almanac');
  const aside = edwin.getByRole('region', { name: 'Aside' });
  await aside.getByRole('button', { name: bar }).focus();
  for (let day = 0; day < 7; day += 1) await edwin.keyboard.press('Shift+ArrowLeft');
  const moved = edwin.getByRole('region', { name: 'The one that was moved' });
  await expect(moved.getByText('Until Sat 10 April, 00:00, not Sat 17 April, 00:00.')).toBeVisible();
  await moved.getByRole('button', { name: 'Save…' }).click();
  const dialog = edwin.getByRole('dialog');
  await expect(dialog.getByText(/Shows on 3 pages until 9 April/).first()).toBeVisible();
  await dialog.getByRole('button', { name: /^Send for review/ }).click();
  await expect(dialog).toBeHidden();
  await expect(moved).toHaveCount(0);
  await expect(aside.getByRole('button', { name: bar })).toBeVisible();
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

test('what changes on one page is told with why, and Pages are looked at along their ribbon', async ({ application, browser }) => {
  const edwin = await application.signIn(browser, 'edwin');
  await edwin.goto('/almanac/almanac/between?from=2027-03-19T05:00&until=2027-04-02T05:00');
  await edwin.getByRole('button', { name: 'Page: the whole site' }).click();
  await edwin.getByLabel('Page', { exact: true }).fill('Tern Point');
  await edwin.getByRole('option', { name: /^Tern Point/ }).click();
  const aside = edwin.getByRole('region', { name: 'Aside' });
  await expect(aside.getByText('Dogs in nesting season')).toBeVisible();
  await expect(aside.getByText(/^Its time has not come/).first()).toBeVisible();
  await check(edwin, 'what changes on a page');
  await edwin.getByRole('link', { name: 'Pages', exact: true }).click();
  await expect(edwin.getByRole('table', { name: 'Pages' }).getByText('Tern Point', { exact: true })).toBeVisible();
  await edwin.getByRole('slider', { name: 'Moment' }).focus();
  await edwin.keyboard.press('PageUp');
  await expect(edwin.getByText('As on Thu 25 March, 09:40')).toBeVisible();
  await check(edwin, 'Pages at another moment');
  await edwin.getByRole('button', { name: 'back to now' }).click();
  await expect(edwin.getByText('As on')).toHaveCount(0);
});
