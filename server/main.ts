import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pino } from 'pino';
import { frozenClocks, realClocks } from './clocks';
import { openDatabase } from './database/connect';
import { createServer } from './http/server';
import { readOptions } from './options';
import { listPictures } from './public/pictures';
import { loadTheme } from './public/theme';
import { initialSettings } from './repositories/settings-repository';
import { loadSite } from './site/site';

const root = process.cwd();

/** Opens the store, listens, and stops gracefully on SIGINT and SIGTERM. */
async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2), initialSettings.zone);
  const data = path.resolve(root, options.data);
  mkdirSync(data, { recursive: true });
  const knex = await openDatabase(path.join(data, 'almanac.sqlite'));
  const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  const mediaFolder = path.join(root, 'demo/pictures');
  const clocks = options.at === null ? realClocks : frozenClocks(options.at);
  const site = await loadSite(knex, clocks, loadTheme(path.join(root, 'themes/shore')), listPictures(mediaFolder));
  if (site.people.size === 0)
    throw new RangeError(
      `There is no site in ${options.data} yet. Lay out the demo with ./almanac demo, or name the folder of a site with --data.`,
    );
  const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as { version: string };
  const app = createServer({
    site,
    logger,
    version,
    mediaFolder,
    secret: secretOf(data),
    isSecure: process.env['ALMANAC_SECURE'] === '1',
    editorFolder: path.join(root, 'dist/web/browser'),
    fontsFolder: path.join(root, 'node_modules'),
  });
  const server = app.listen(options.port, '127.0.0.1', error => {
    if (error) {
      console.error(`Cannot listen on port ${options.port}: ${error.message}. Choose another with --port.`);
      process.exit(1);
    }
    const { port } = server.address() as { port: number };
    const settings = site.settings;
    console.log(`${settings.name} is at http://localhost:${port}/ and its editor at http://localhost:${port}/almanac/`);
  });
  const stop = (): void => {
    server.close(() => void knex.destroy().then(() => process.exit(0)));
    server.closeIdleConnections();
    // Whoever holds a connection open does not keep the store open for ever.
    setTimeout(() => process.exit(0), 5_000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

/** The secret lives beside the store, readable by its owner only, so that sessions outlive a restart. */
function secretOf(data: string): string {
  const file = path.join(data, 'secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

main().catch((error: unknown) => {
  console.error(error instanceof RangeError ? error.message : error);
  process.exit(1);
});
