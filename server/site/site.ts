import { Ledger } from '@core/ledger/ledger';
import { HealthCheck } from '@core/health/health';
import { withSiteLimits, type ThemeManifest } from '@core/theme/manifest';
import type { Knex } from 'knex';
import type { Clocks } from '../clocks';
import { readLedger } from '../repositories/ledger-repository';
import { readPeople, type Person } from '../repositories/people-repository';
import { readSettings, saveSettings, type SiteSettings } from '../repositories/settings-repository';
import type { Theme } from '../public/theme';
import { inTransaction, UnreadableStore } from '../database/store-fault';
import { unreadableLine, type Unreadable } from '../repositories/readable';
import { Exclusive } from './exclusive';
import { FaultLog } from './fault-log';
import { Snapshots } from './snapshots';
import { Turns } from './turns';

/** Everything that the services work on. */
export interface Site {
  readonly knex: Knex;
  readonly ledger: Ledger;
  readonly clocks: Clocks;
  readonly settings: SiteSettings;
  /** The theme, its limits overlaid with the site's own. */
  readonly theme: Theme;
  /** What the theme itself declares. */
  readonly bareManifest: ThemeManifest;
  /** Computes what is wrong, and keeps what it found for as long as it holds. */
  readonly health: HealthCheck;
  readonly snapshots: Snapshots;
  /** Writes wait for one another; see {@link Exclusive}. */
  readonly writes: Exclusive;
  /** Long work rests for readers; see {@link Turns}. */
  readonly turns: Turns;
  readonly people: ReadonlyMap<string, Person>;
  /** Paths of the pictures that may be chosen. */
  readonly pictures: readonly string[];
  /** Where the public reaches the site, such as https://reserves.example; empty when it has not been said. */
  readonly publicAddress: string;
  /** What of the ledger cannot be read and is left out. */
  readonly unreadable: readonly Unreadable[];
  /** What went wrong with single records while answering. */
  readonly faults: FaultLog;
}

/** Loads a site from its store into memory, where answers are computed. */
export async function loadSite(
  knex: Knex,
  clocks: Clocks,
  bareTheme: Theme,
  pictures: readonly string[],
  publicAddress = '',
): Promise<Site> {
  const { settings, unreadable: unreadableSettings } = await readSettings(knex);
  const { people, unreadable: unreadablePeople } = await readPeople(knex);
  refuseUnreadable([...unreadableSettings, ...unreadablePeople]);
  const theme = { ...bareTheme, manifest: withSiteLimits(bareTheme.manifest, settings.limits) };
  const ledger = new Ledger();
  const { rows, unreadable } = await readLedger(knex);
  ledger.absorb(rows);
  return {
    knex,
    ledger,
    clocks,
    settings,
    theme,
    bareManifest: bareTheme.manifest,
    health: new HealthCheck(),
    snapshots: new Snapshots(ledger, clocks, settings, theme),
    writes: new Exclusive(),
    turns: new Turns(),
    people: new Map(people.map(person => [person.id, person])),
    pictures,
    publicAddress,
    unreadable,
    faults: new FaultLog(),
  };
}

// Who may do what, and what time it is, is never guessed: without them nothing starts.
function refuseUnreadable(unreadable: readonly Unreadable[]): void {
  if (unreadable.length === 0) return;
  throw new UnreadableStore(
    `${unreadable.map(unreadableLine).join('; ')}. Run ./almanac check --data FOLDER --set-aside to put it aside, or put back a copy of the store.`,
  );
}

type Changeable<Value> = { -readonly [Key in keyof Value]: Value[Key] };

/** Sets some of what holds for the whole site, at once and for good. */
export async function changeSettings(site: Site, change: Partial<SiteSettings>): Promise<void> {
  await inTransaction(site.knex, transaction => saveSettings(transaction, change));
  Object.assign(site.settings, change);
  (site.theme as Changeable<Theme>).manifest = withSiteLimits(site.bareManifest, site.settings.limits);
  // Nothing was written to the ledger, but what was computed from it no longer holds.
  site.ledger.invalidate();
}
