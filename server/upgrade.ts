import { countOf } from '@core/format/moment';
import { withSiteTypesToRead } from '@core/site-types/registry';
import { shippedTypes } from '@core/registry/registry';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { openDatabase } from './database/connect';
import { UnreadableStore } from './database/store-fault';
import { readOptions } from './options';
import { initialSettings, readSettings } from './repositories/settings-repository';
import { upgradeStore, type UpgradeReport } from './repositories/upgrade-repository';

/** Brings a store up to the present versions of what is in it, or says what that would do. */
async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2), initialSettings.zone);
  const file = path.resolve(options.data, 'almanac.sqlite');
  if (!existsSync(file)) throw new UnreadableStore(`There is no store in ${options.data}. Name its folder with --data.`);
  const knex = await openDatabase(file);
  try {
    const { settings } = await readSettings(knex);
    const registry = withSiteTypesToRead(shippedTypes, settings.siteTypes);
    for (const line of linesOf(await upgradeStore(knex, registry, options.isTrial), options.isTrial)) console.log(line);
  } finally {
    await knex.destroy();
  }
}

function linesOf({ revisions, texts, lost, kept }: UpgradeReport, isTrial: boolean): readonly string[] {
  const done = isTrial ? 'would be brought up' : 'brought up';
  return [
    `${countOf(revisions, 'revision')} ${done} to the present version, ${countOf(texts, 'text')} read from HTML.`,
    ...[...lost].map(
      ([what, count]) => `Left out, since a text cannot say it: ${what}, ${count === 1 ? 'once' : `${count} times`}. Its words stay.`,
    ),
    ...kept.map(({ revision, why }) => `Stays as it is: revision ${revision} (${why}).`),
    ...(isTrial && revisions > 0 ? ['Nothing was written. Without --dry-run it is.'] : []),
  ];
}

main().catch((error: unknown) => {
  console.error(error instanceof RangeError || error instanceof UnreadableStore ? error.message : error);
  process.exit(1);
});
