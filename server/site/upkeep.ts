import type { Logger } from 'pino';
import { whenFree } from '../database/store-fault';
import { mailsKept } from '../mail/outbox';
import { deleteTokensBefore } from '../repositories/access-tokens-repository';
import { deletePreviewLinksBefore } from '../repositories/preview-links-repository';
import { fileLimits } from '../files/limits';
import { deleteFormMessagesBefore } from '../repositories/form-messages-repository';
import { deleteNoticesBefore } from '../repositories/notices-repository';
import { sendDailyMails } from '../services/notices';
import { refreshCalendars } from '../services/calendars-elsewhere';
import { warnOfEndings } from '../services/warnings';
import { refreshPeople } from './people';
import type { Site } from './site';

/** How often it is looked whether somebody else wrote to the store, in milliseconds. */
const lookEvery = 5_000;

/** How often sessions that are over are cleaned out, in milliseconds. */
const cleanEvery = 3_600_000;

/** How often it is looked whether daily e-mails are due, in milliseconds. */
const mailEvery = 600_000;

/** How long notices are kept, in milliseconds. */
const noticesKept = 180 * 86_400_000;

/** Keeps a running site in order until it is stopped: who may do what, and no more sessions than are alive. */
export function startUpkeep(site: Site, logger: Logger): () => void {
  let version: number | null = null;
  const attempt = (what: string, act: () => Promise<unknown>) =>
    void act().catch((error: unknown) => logger.warn({ code: (error as { code?: unknown }).code }, what));
  const look = async () => {
    const now = await storeVersion(site);
    if (version !== null && now !== version) await refreshPeople(site);
    version = now;
  };
  const clean = () => {
    attempt('old sessions could not be cleaned out', () => cleanSessions(site));
    attempt('old e-mails and links could not be cleaned out', () => cleanMails(site));
    attempt('old counts could not be cleaned out', () => site.writes.run(() => site.counts.clean(site.knex, site.clocks.content())));
    attempt('files that nothing names could not be cleaned out', () => cleanFiles(site));
  };
  clean();
  const mail = () => {
    attempt('nobody could be told of what ends', () => warnOfEndings(site));
    attempt('the daily e-mails could not be sent', () => sendDailyMails(site));
    attempt('calendars elsewhere could not be read', () => refreshCalendars(site));
    refreshFeeds(site);
  };
  mail();
  const writeHits = () => {
    attempt('hits could not be written down', () => site.writes.run(() => site.hits.write(site.knex)));
    attempt('counts could not be written down', () => site.writes.run(() => site.counts.write(site.knex)));
  };
  const timers = [
    setInterval(() => attempt('people could not be read anew', look), lookEvery),
    setInterval(clean, cleanEvery),
    setInterval(mail, mailEvery),
    setInterval(writeHits, lookEvery),
    setInterval(() => site.clockWatch.look(), lookEvery),
  ];
  timers.forEach(timer => timer.unref());
  return () => {
    timers.forEach(timer => clearInterval(timer));
    writeHits();
  };
}

/** Reads the feeds elsewhere that are shown and have not been read for long; nobody waits for them. */
export function refreshFeeds({ snapshots, registry, feedLooks }: Site): void {
  for (const { value } of snapshots.at().blocks.values()) {
    const field = registry.blockTypes.get(value.type)?.feedIn;
    if (field !== undefined) feedLooks.of(String(value.fields[field]));
  }
}

/** Deletes the sessions that are over. Sessions are real time, whatever the site's own clock says. */
export function cleanSessions(site: Site): Promise<number> {
  return whenFree(() => site.knex('sessions').where('expired', '<', new Date().toISOString()).delete());
}

/** Forgets links that have ended, and e-mails and notices that are old. */
export function cleanMails(site: Site): Promise<void> {
  return site.writes.run(async () => {
    const now = site.clocks.running();
    await deleteTokensBefore(site.knex, now - mailsKept);
    await deletePreviewLinksBefore(site.knex, now - mailsKept);
    await site.outbox.clean(now - mailsKept);
    await deleteNoticesBefore(site.knex, now - noticesKept);
    await deleteFormMessagesBefore(site.knex, now);
  });
}

/** Deletes what was uploaded and never made a file of. */
export function cleanFiles(site: Site): Promise<number> {
  return site.writes.run(() => site.contents.clean(site.clocks.running() - fileLimits.keptUnnamed));
}

// SQLite counts here how often another connection has written.
async function storeVersion(site: Site): Promise<number> {
  const rows = (await site.knex.raw('PRAGMA data_version')) as { data_version: number }[];
  return rows[0]!.data_version;
}
