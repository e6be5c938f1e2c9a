import { Ledger } from '@core/ledger/ledger';
import type { Knex } from 'knex';
import type { Clocks } from '../clocks';
import { readLedger } from '../repositories/ledger-repository';
import { readPeople, type Person } from '../repositories/people-repository';
import { readSettings, type SiteSettings } from '../repositories/settings-repository';
import type { Theme } from '../public/theme';
import { Exclusive } from './exclusive';
import { Snapshots } from './snapshots';

/** Everything that the services work on. */
export interface Site {
  readonly knex: Knex;
  readonly ledger: Ledger;
  readonly clocks: Clocks;
  readonly settings: SiteSettings;
  readonly theme: Theme;
  readonly snapshots: Snapshots;
  /** Writes wait for one another; see {@link Exclusive}. */
  readonly writes: Exclusive;
  readonly people: ReadonlyMap<string, Person>;
  /** Paths of the pictures that may be chosen. */
  readonly pictures: readonly string[];
}

/** Loads a site from its store into memory, where answers are computed. */
export async function loadSite(knex: Knex, clocks: Clocks, theme: Theme, pictures: readonly string[]): Promise<Site> {
  const settings = await readSettings(knex);
  const ledger = new Ledger();
  ledger.absorb(await readLedger(knex));
  const people = new Map((await readPeople(knex)).map(person => [person.id, person]));
  return {
    knex,
    ledger,
    clocks,
    settings,
    theme,
    snapshots: new Snapshots(ledger, clocks, settings, theme),
    writes: new Exclusive(),
    people,
    pictures,
  };
}
