import { instantOf } from '@core/schedule/local-time';
import { openDatabase } from '@server/database/connect';
import { readOptions } from '@server/options';
import { loadTheme } from '@server/public/theme';
import { initialSettings } from '@server/repositories/settings-repository';
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { demoPassword, demoPeople } from './people';
import { seedDemo } from './seed';

/**
 * Lays the demo out in the store that --data names, unless it is there. The set day is --at, else today.
 * It is made beside its place and moved there when whole, so that a stopped run leaves nothing half-made.
 */
async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2), initialSettings.zone);
  const data = path.resolve(options.data);
  if (!existsSync(path.join(data, 'almanac.sqlite'))) {
    const building = `${data}.building`;
    rmSync(building, { recursive: true, force: true });
    mkdirSync(building, { recursive: true });
    const knex = await openDatabase(path.join(building, 'almanac.sqlite'));
    const anchor = options.at ?? instantOf({ local: new Date().toISOString().slice(0, 16), zone: 'UTC' });
    await seedDemo(knex, loadTheme(path.resolve('themes/shore')), building, anchor);
    await knex.destroy();
    rmSync(data, { recursive: true, force: true });
    renameSync(building, data);
  }
  console.log(`\nThe people of the demo, all with the password "${demoPassword}":`);
  for (const person of demoPeople)
    console.log(
      `  ${person.email.padEnd(26)} ${person.name}, ${person.roles.join(', ') || (person.memberships.length > 0 ? 'a reader who is a member' : 'a reader')}`,
    );
  console.log('');
}

main().catch((error: unknown) => {
  console.error(error instanceof RangeError ? error.message : error);
  process.exit(1);
});
