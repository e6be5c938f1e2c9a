import { beginning } from '@contract/site';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { realClocks } from './clocks';
import { openDatabase } from './database/connect';
import { UnreadableStore } from './database/store-fault';
import { faultsFromIssues, Refusal } from './errors/refusal';
import { loadTheme } from './public/theme';
import { initialSettings } from './repositories/settings-repository';
import { loadSite } from './site/site';
import { beginSite } from './starting/begin';

const usage = `./almanac begin --data DIR --name NAME --administrator "NAME <E-MAIL>" [--description TEXT] [--zone ${initialSettings.zone}]
                [--locale ${initialSettings.locales[0]!.tag}] [--with front-page|small-site] [--open]
The password is read from ALMANAC_PASSWORD, or else from standard input.`;

/** Begins a site without a browser: what the first form in the editor asks, said by options. */
async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      data: { type: 'string', default: '.almanac/site' },
      name: { type: 'string' },
      description: { type: 'string', default: '' },
      administrator: { type: 'string' },
      zone: { type: 'string', default: initialSettings.zone },
      locale: { type: 'string', default: initialSettings.locales[0]!.tag },
      with: { type: 'string', default: 'small-site' },
      open: { type: 'boolean', default: false },
    },
  });
  const [, name, email] = /^\s*(.*?)\s*<([^<>]+)>\s*$/.exec(values.administrator ?? '') ?? [];
  if (!values.name || !name || !email) throw new RangeError(usage);
  const theme = loadTheme(path.resolve('themes/shore'));
  const parsed = beginning.safeParse({
    site: { name: values.name, description: values.description, zone: values.zone, locale: values.locale, theme: theme.manifest.name },
    administrator: { name, email, password: process.env['ALMANAC_PASSWORD'] ?? readFileSync(0, 'utf8').replace(/\r?\n$/, '') },
    beginWith: values.with.replace('-', ' '),
    isOpen: values.open,
  });
  if (!parsed.success)
    throw new RangeError(
      faultsFromIssues(parsed.error.issues)
        .map(each => `${each.pointer}: ${each.detail}`)
        .join('\n'),
    );
  const data = path.resolve(values.data);
  if (!existsSync(data)) mkdirSync(data, { recursive: true });
  const knex = await openDatabase(path.join(data, 'almanac.sqlite'));
  try {
    await beginSite(await loadSite(knex, realClocks, theme, data), parsed.data);
  } finally {
    await knex.destroy();
  }
  console.log(`${values.name} has begun in ${values.data}. Start it with ./almanac start --data ${values.data}`);
}

main().catch((error: unknown) => {
  const isPlain = error instanceof RangeError || error instanceof UnreadableStore || error instanceof Refusal;
  console.error(isPlain ? error.message : error);
  process.exit(1);
});
