import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pino } from 'pino';
import { frozenClocks, realClocks } from './clocks';
import { openDatabase } from './database/connect';
import { UnreadableStore } from './database/store-fault';
import { createServer } from './http/server';
import { StartKey } from './http/start-key';
import { readOptions } from './options';
import { loadTheme } from './public/theme';
import { startStandIn } from './outside/stand-in';
import { unreadableLine } from './repositories/readable';
import { initialSettings } from './repositories/settings-repository';
import { isBegun, listensAt, loadSite } from './site/site';
import { startUpkeep } from './site/upkeep';

const root = process.cwd();

/** Opens the store, listens, and stops gracefully on SIGINT and SIGTERM. */
async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2), initialSettings.zone, process.env);
  const data = path.resolve(root, options.data);
  makeFolder(data);
  const knex = await openDatabase(path.join(data, 'almanac.sqlite'));
  const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  // One failing request, write or record is its own affair: all others go on being answered.
  process.on('unhandledRejection', error => logger.error({ err: error }, 'unhandled'));
  process.on('uncaughtException', error => logger.error({ err: error }, 'unhandled'));
  const clocks = options.at === null ? realClocks : frozenClocks(options.at);
  const theme = loadTheme(path.join(root, 'themes/shore'));
  const site = await loadSite(knex, clocks, theme, data, options.publicAddress, undefined, {
    smtp: options.smtp,
    from: options.mailFrom,
  });
  for (const each of site.unreadable) logger.warn(`Left out, since it cannot be read: ${unreadableLine(each)}`);
  site.faults.onFault = ({ recordId, why }) => logger.warn({ recordId, why }, 'left out, since it cannot be shown');
  site.clockWatch.onJump = ({ from, to }) =>
    logger.warn({ from: new Date(from), to: new Date(to) }, 'the clock was set, or the machine slept');
  const startKey = isBegun(site) ? undefined : new StartKey();
  const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as { version: string };
  const app = createServer({
    site,
    logger,
    version,
    startKey,
    secret: secretOf(data),
    isSecure: options.isSecure,
    trustedProxies: options.trustedProxies,
    editorFolder: path.join(root, 'dist/web/browser'),
    fontsFolder: path.join(root, 'node_modules'),
  });
  const server = app.listen(options.port, options.listen, error => {
    if (error) {
      console.error(`Cannot listen on ${options.listen}, port ${options.port}: ${error.message}. Choose others with --listen and --port.`);
      process.exit(1);
    }
    const { port } = server.address() as { port: number };
    const address = options.publicAddress || `http://localhost:${port}`;
    listensAt(site, `http://localhost:${port}`);
    if (startKey)
      return console.log(
        `There is no site in ${options.data} yet. Open this address to begin one; it works once, and only until the server stops:\n${address}/almanac/start?key=${startKey.text}`,
      );
    console.log(`${site.settings.name} is at ${address}/ and its editor at ${address}/almanac/`);
  });
  if (options.withStandIn) site.outside.standInPort = (await startStandIn()).port;
  const stopUpkeep = startUpkeep(site, logger);
  const stop = (): void => {
    stopUpkeep();
    server.close(() => void knex.destroy().then(() => process.exit(0)));
    site.live.end();
    // A connection is idle only once its last answer is out, and browsers keep it open after that.
    setInterval(() => server.closeIdleConnections(), 20);
    // Whoever holds a connection open does not keep the store open for ever.
    setTimeout(() => process.exit(0), 5_000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

function makeFolder(data: string): void {
  try {
    mkdirSync(data, { recursive: true });
  } catch (error) {
    throw new UnreadableStore(`${data} cannot be made: ${(error as Error).message}. Name another folder with --data.`);
  }
}

/** The secret lives beside the store, readable by its owner only, so that sessions outlive a restart. */
function secretOf(data: string): string {
  const file = path.join(data, 'secret');
  try {
    if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
    const secret = readFileSync(file, 'utf8').trim();
    if (secret.length >= 32) return secret;
  } catch (error) {
    throw new UnreadableStore(`${file} cannot be read or written: ${(error as Error).message}.`);
  }
  throw new UnreadableStore(`${file} is damaged. Delete it: a new one is made, and everybody signs in anew.`);
}

main().catch((error: unknown) => {
  console.error(error instanceof RangeError || error instanceof UnreadableStore ? error.message : error);
  process.exit(1);
});
