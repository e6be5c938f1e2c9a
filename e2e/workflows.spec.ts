import { expect, test } from './application';
import { check, openPage, openReview } from './steps';

test('a notice on the old range passes a safety check, and nobody gets round it', async ({ application, browser }) => {
  const edwin = await application.signIn(browser, 'edwin');
  await openReview(edwin, 'The old range: keep to the posts');
  await expect(edwin.getByText('safety check; proposed by')).toBeVisible();
  // He has written it: what his roles allow is to take it back.
  await expect(edwin.getByRole('button', { name: /live/i })).toHaveCount(0);

  const ida = await application.signIn(browser, 'ida');
  await ida.goto(edwin.url());
  await ida.getByLabel('What you have looked at').fill('Walked with the sappers.');
  await ida.getByRole('button', { name: 'Give your word as manager' }).click();
  await expect(ida.getByText('“Walked with the sappers.”')).toBeVisible();

  const saskia = await application.signIn(browser, 'saskia');
  await saskia.goto(edwin.url());
  const live = saskia.getByRole('button', { name: /^Let it go live at once/ });
  await expect(live).toBeDisabled();
  await expect(saskia.getByText('Let it go live: One remark is not settled yet.')).toBeVisible();
  await saskia.getByRole('button', { name: 'Settle it' }).click();
  await expect(live).toBeEnabled();
  await check(saskia, 'a review with words given');

  await test.step('the two pages stand side by side and scroll together', async () => {
    await saskia.getByRole('button', { name: 'Side by side…' }).click();
    const [left, right] = [saskia.getByRole('region', { name: 'On the left' }), saskia.getByRole('region', { name: 'On the right' })];
    const scroller = (side: typeof left) => side.getByRole('region', { name: 'The page as it shows' });
    // The notice stands on one side only, and makes that page longer: what both have stays level.
    const topOf = async (side: typeof left, heading: string) => {
      const frame = side.frameLocator('iframe');
      return (await frame.getByRole('heading', { name: heading }).first().boundingBox())!.y;
    };
    await expect(right.frameLocator('iframe').getByText('touch nothing')).toHaveCount(1);
    await expect(left.frameLocator('iframe').getByText('touch nothing')).toHaveCount(0);
    // What was changed is brought into sight, and the other side along with it.
    await expect.poll(() => scroller(right).evaluate(element => element.scrollTop)).toBeGreaterThan(0);
    await expect.poll(() => scroller(left).evaluate(element => element.scrollTop)).toBeGreaterThan(0);
    await scroller(right).evaluate(element => element.scrollTo({ top: element.scrollHeight }));
    await expect.poll(() => scroller(left).evaluate(element => element.scrollTop)).toBeGreaterThan(0);
    await check(saskia, 'side by side');
    expect(await topOf(right, 'Quillet Dunes')).toBeLessThan(0);
    await saskia.keyboard.press('Escape');
  });

  await live.click();
  await expect(saskia.getByRole('status')).toContainText('live');
  const reader = await application.read(browser);
  await reader.goto('/visit/quillet-dunes');
  await expect(reader.getByText('Keep to the path between the white posts')).toBeVisible();
});

test('a stage is added by hand; what would be stranded is asked about, and whoever writes goes the new way', async ({
  application,
  browser,
}) => {
  const ida = await application.signIn(browser, 'ida');
  await ida.getByRole('link', { name: 'Set-up', exact: true }).click();
  await ida.getByRole('link', { name: 'Workflows' }).click();
  await ida.getByRole('button', { name: 'Usual way' }).click();
  await check(ida, 'workflows');
  await ida.getByRole('button', { name: 'Another stage' }).click();
  await ida.getByLabel('Name of stage 3').fill('second look');
  await ida.getByLabel('Name of stage 3').press('Enter');
  await expect(ida.getByText('No move leads to “second look”.')).toBeVisible();
  await expect(ida.getByText('Nothing leads on from “second look”: what comes there stays there.')).toBeVisible();
  // Approving leads there now, and from there a move of its own to readers.
  await ida
    .getByRole('group', { name: 'Stages and moves' })
    .getByRole('button', { name: /^Approve/ })
    .click();
  await ida.getByLabel('Verb').fill('pass to a second look');
  await ida.getByLabel('Verb').press('Tab');
  await ida.getByLabel('Where it leads').selectOption('second look');
  await ida.getByRole('button', { name: 'Another move' }).click();
  await ida.getByLabel('Verb').fill('put live');
  await ida.getByLabel('Verb').press('Tab');
  await ida.getByLabel('nobody who wrote any of it makes this move').check();
  await expect(ida.getByText('No move leads to “second look”.')).toBeHidden();
  await expect(ida.getByText('Everything on its way stays where it stands.')).toBeVisible();

  await test.step('taking the old stage out asks where what stands there goes', async () => {
    await ida.getByRole('button', { name: 'Take out in review' }).click();
    const where = ida.getByLabel('Where it goes');
    await expect(where.first()).toBeVisible();
    await expect(ida.getByRole('button', { name: 'Set these workflows' })).toBeDisabled();
    await check(ida, 'what would be stranded');
    // Not after all: it is put back as it was.
    await ida.getByRole('button', { name: 'Leave them as they were' }).click();
    await expect(ida.getByLabel('Name of stage 2')).toHaveValue('in review');
  });

  await test.step('a stage called otherwise takes along what stands there', async () => {
    await ida.getByLabel('Name of stage 2').fill('being read');
    await ida.getByLabel('Name of stage 2').press('Enter');
    await expect(ida.getByText(/from “in review” to “being read”/)).toBeVisible();
    await ida.getByRole('button', { name: 'Set these workflows' }).click();
    await expect(ida.getByRole('status')).toContainText('The workflows hold from now on.');
    await openReview(ida, 'Moth nights, on reserve pages from next week');
    await expect(ida.getByText('being read; proposed by')).toBeVisible();
  });

  const bea = await application.signIn(browser, 'bea');
  await openPage(bea, 'Opening hours', '/visit/opening-hours');
  await bea.getByLabel('Standfirst').fill('When gates open.');
  await bea.getByRole('button', { name: 'Save…' }).click();
  await bea
    .getByRole('dialog')
    .getByRole('button', { name: /^Send for review/ })
    .click();
  await expect(bea.getByRole('status')).toContainText('waits for');
});
