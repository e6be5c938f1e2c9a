import { withSiteTypesToRead } from '@core/site-types/registry';
import { shippedTypes } from '@core/registry/registry';
import type { Knex } from 'knex';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { realClocks } from './clocks';
import { connect, openDatabase } from './database/connect';
import { readOptions } from './options';
import { readLedger } from './repositories/ledger-repository';
import { readPeople } from './repositories/people-repository';
import { unreadableLine, type Unreadable } from './repositories/readable';
import { setAside } from './repositories/set-aside-repository';
import { initialSettings, readFormerSettings, readSettings } from './repositories/settings-repository';
import { checkedLog } from './services/audit';
import { UnreadableStore } from './database/store-fault';

/** The most lines of the store's own check that are printed. */
const mostLines = 20;

/**
 * Looks through a store: the file by the store's own integrity check, then every row as the program would read it.
 * Ends with 0 when all of it can be read, or has been put aside, else with 1.
 */
async function main(): Promise<number> {
  const options = readOptions(process.argv.slice(2), initialSettings.zone);
  const file = path.resolve(options.data, 'almanac.sqlite');
  if (!existsSync(file)) throw new UnreadableStore(`There is no store in ${options.data}. Name its folder with --data.`);
  const troubles = await troublesOfFile(file);
  for (const trouble of troubles) console.log(trouble);
  if (troubles.length > 0) {
    console.log('The file itself is damaged: put back a copy of it. Nothing was changed.');
    return 1;
  }
  const knex = await openDatabase(file);
  try {
    const { settings, unreadable: ofSettings } = await readSettings(knex);
    const registry = withSiteTypesToRead(shippedTypes, settings.siteTypes);
    const unreadable: readonly Unreadable[] = [
      ...ofSettings,
      ...(await readFormerSettings(knex)).unreadable,
      ...(await readPeople(knex)).unreadable,
      ...(await readLedger(knex, () => registry, 'all of it')).unreadable,
    ];
    for (const each of unreadable) {
      if (options.setsAside) await setAside(knex, each, realClocks.running());
      console.log(`${options.setsAside ? 'Put aside' : 'Cannot be read'}: ${unreadableLine(each)}`);
    }
    console.log(summaryOf(unreadable.length, options.setsAside));
    const isWhole = await checkLogOf(knex);
    return isWhole && (unreadable.length === 0 || options.setsAside) ? 0 : 1;
  } finally {
    await knex.destroy();
  }
}

async function checkLogOf(knex: Knex): Promise<boolean> {
  const { count, head, brokenAt } = await checkedLog(knex, () => undefined);
  console.log(
    brokenAt === null
      ? `The log of what was done is whole: ${count} entries, the last with the hash ${head}.`
      : `The log of what was done is broken at entry ${brokenAt}: it, or one before it, was altered or taken out.`,
  );
  return brokenAt === null;
}

function summaryOf(count: number, wereSetAside: boolean): string {
  if (count === 0) return 'The file is whole, and everything in it can be read.';
  const what = count === 1 ? 'One thing' : `${count} things`;
  return wereSetAside
    ? `${what} put aside; nothing was deleted. The table set_aside holds each as it was.`
    : `${what} cannot be read. With --set-aside they are put aside, so that all the rest goes on; nothing is deleted.`;
}

async function troublesOfFile(file: string): Promise<readonly string[]> {
  const knex = connect(file, 5_000);
  try {
    const rows = (await knex.raw(`PRAGMA integrity_check(${mostLines})`)) as { integrity_check: string }[];
    return rows.map(row => row.integrity_check).filter(line => line !== 'ok');
  } catch (error) {
    return [(error as Error).message.replace(/^.* - /, '')];
  } finally {
    await knex.destroy();
  }
}

main().then(
  code => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof RangeError || error instanceof UnreadableStore ? error.message : error);
    process.exit(1);
  },
);
