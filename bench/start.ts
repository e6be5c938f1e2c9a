import { openDatabase } from '@server/database/connect';
import { loadTheme } from '@server/public/theme';
import { loadSite } from '@server/site/site';
import { seedDemo } from '@demo/seed';
import type { Knex } from 'knex';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import type { Row } from './measure';

const setDay = Date.parse('2027-03-18T09:40Z');

/** How long a start takes over a store with many revisions, and whether it grows only as they do. */
export async function benchStart(): Promise<readonly Row[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'almanac-bench-'));
  const theme = loadTheme('themes/shore');
  const knex = await openDatabase(path.join(folder, 'almanac.sqlite'));
  await seedDemo(knex, theme, folder, setDay);
  const clocks = { content: () => setDay, running: () => setDay, steady: () => performance.now(), isFrozen: true };
  const start = async () => {
    const begun = performance.now();
    const site = await loadSite(knex, clocks, theme, folder);
    site.snapshots.at();
    return { took: performance.now() - begun, revisions: site.ledger.revisions.size };
  };
  await addRevisions(knex, 10_000);
  await start();
  const few = await start();
  await addRevisions(knex, 90_000);
  const many = await start();
  await knex.destroy();
  const memory = memoryOfStart(path.join(folder, 'almanac.sqlite'));
  rmSync(folder, { recursive: true });
  return [
    { what: `start over ${many.revisions} revisions, in seconds`, ratio: many.took / 1_000, aim: 'at most', bound: 5 },
    {
      what: `that against ${few.revisions} revisions (${Math.round(few.took)} ms), which are ${(many.revisions / few.revisions).toFixed(1)} times fewer`,
      ratio: many.took / few.took,
      aim: 'at most',
      bound: (1.5 * many.revisions) / few.revisions,
    },
    { what: `megabytes that a server holds after a start over ${many.revisions} revisions`, ratio: memory, aim: 'at most', bound: 400 },
  ];
}

// In a process of its own, so that nothing of this one is counted.
function memoryOfStart(file: string): number {
  const program = `
    import { openDatabase } from '@server/database/connect';
    import { loadTheme } from '@server/public/theme';
    import { loadSite } from '@server/site/site';
    const knex = await openDatabase(process.argv[1]);
    const clocks = { content: () => ${setDay}, running: () => ${setDay}, steady: () => performance.now(), isFrozen: true };
    const site = await loadSite(knex, clocks, loadTheme('themes/shore'), '.');
    site.snapshots.at();
    console.log(process.memoryUsage().rss);
    process.exit(0);`;
  const given = ['--import', 'tsx', '--input-type=module', '--eval', program, file];
  return Number(execFileSync(process.execPath, given, { encoding: 'utf8' })) / 1e6;
}

// Revisions as people make them: one after the other on pages and blocks that are there.
async function addRevisions(knex: Knex, many: number): Promise<void> {
  const sources = (await knex('revisions').orderBy('number').limit(150)) as Record<string, unknown>[];
  const [{ last }] = (await knex('revisions').max({ last: 'number' })) as [{ last: number }];
  for (let made = 0; made < many; made += 500) {
    const rows = Array.from({ length: 500 }, (_, index) => {
      const source = sources[(made + index) % sources.length]!;
      return { ...source, id: uuidv7(), parent_id: source['id'], number: last + 1 + made + index };
    });
    await knex.transaction(async transaction => {
      for (let at = 0; at < rows.length; at += 50) await transaction('revisions').insert(rows.slice(at, at + 50));
    });
  }
}
