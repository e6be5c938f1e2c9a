import { Ledger } from '@core/ledger/ledger';
import { HealthCheck } from '@core/health/health';
import { withSiteLimits, type RegionLimits, type ThemeManifest } from '@core/theme/manifest';
import type { Knex } from 'knex';
import type { Clocks } from '../clocks';
import { readLedger } from '../repositories/ledger-repository';
import { readPeople, type Person } from '../repositories/people-repository';
import { readSettings, saveSettings, type SiteSettings } from '../repositories/settings-repository';
import type { Theme } from '../public/theme';
import { Exclusive } from './exclusive';
import { Snapshots } from './snapshots';

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
  readonly people: ReadonlyMap<string, Person>;
  /** Paths of the pictures that may be chosen. */
  readonly pictures: readonly string[];
}

/** Loads a site from its store into memory, where answers are computed. */
export async function loadSite(knex: Knex, clocks: Clocks, bareTheme: Theme, pictures: readonly string[]): Promise<Site> {
  const settings = await readSettings(knex);
  const theme = { ...bareTheme, manifest: withSiteLimits(bareTheme.manifest, settings.limits) };
  const ledger = new Ledger();
  ledger.absorb(await readLedger(knex));
  const people = new Map((await readPeople(knex)).map(person => [person.id, person]));
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
    people,
    pictures,
  };
}

type Changeable<Value> = { -readonly [Key in keyof Value]: Value[Key] };

/** Sets what regions may hold, at once and for good. */
export async function setLimits(site: Site, limits: Readonly<Record<string, RegionLimits>>): Promise<void> {
  await saveSettings(site.knex, { limits });
  (site.settings as Changeable<SiteSettings>).limits = limits;
  (site.theme as Changeable<Theme>).manifest = withSiteLimits(site.bareManifest, limits);
  // Nothing was written to the ledger, but what was computed from it no longer holds.
  site.ledger.absorb({});
}
