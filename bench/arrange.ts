import { everywhere } from '@core/rule/rule';
import { chromium } from '@playwright/test';
import { TestSite } from '@server/testing/test-site';
import { samplePlacement } from '@server/testing/samples';
import type { Row } from './measure';

/** The running order of a page with 300 placements painted anew when the moment moves, in a real browser by its own clock. */
export async function benchArrange(): Promise<readonly Row[]> {
  const site = await new TestSite().open();
  const administrator = await site.client('margit');
  const page = site.pageId('/schools/resources');
  const block = site.blockId('Where you are');
  const saved = await administrator.post('/api/editions', {
    id: crypto.randomUUID(),
    title: 'Three hundred',
    changes: Array.from({ length: 300 }, (_, index) => ({
      recordId: crypto.randomUUID(),
      kind: 'placement',
      value: samplePlacement(
        block,
        page,
        { order: `z${String(index).padStart(3, '0')}z` },
        { ...everywhere, where: { any: [{ test: 'page', page }] } },
      ),
      baseRevisionId: null,
    })),
    move: { name: 'publish', acceptsBroken: 'For measuring.' },
  });
  if (saved.status !== 200) throw new Error(saved.text);
  const browser = await chromium.launch({ executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
  const tab = await (await browser.newContext({ baseURL: site.address, viewport: { width: 1280, height: 800 } })).newPage();

  await tab.goto('/almanac/');
  await tab.getByLabel('E-mail').fill('ida@merrowby.example');
  await tab.getByLabel('Password').fill('tideline');
  await tab.getByRole('button', { name: 'Sign in' }).click();
  await tab.getByRole('navigation', { name: 'Workspaces' }).waitFor();
  await tab.goto(`/almanac/arrange?page=${page}`);
  await tab.locator('[data-row]').nth(250).waitFor();
  await tab.waitForTimeout(1_500);
  await tab.evaluate(() => performance.clearMeasures());
  await tab.getByRole('slider', { name: 'Moment' }).focus();
  for (let step = 0; step < 15; step += 1) {
    await tab.keyboard.press('ArrowRight');
    await tab.waitForTimeout(700);
  }
  const times = await tab.evaluate(() => performance.getEntriesByName('running order painted').map(entry => entry.duration));
  await browser.close();
  await site.close();
  const median = times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
  return [
    {
      what: `the running order of 300 placements painted when the moment moves, milliseconds from the answer on (median of ${times.length})`,
      ratio: median,
      aim: 'at most',
      bound: 50,
    },
  ];
}
