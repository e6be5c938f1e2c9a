import type { RegionLimits } from '@core/theme/manifest';
import type { Knex } from 'knex';

/** What holds for the whole site. */
export interface SiteSettings {
  readonly name: string;
  /** IANA time zone in which times are typed and shown. */
  readonly zone: string;
  /** BCP 47 tag of the locale every field has words in. */
  readonly baseLocale: string;
  readonly localeName: string;
  /** All locales in which the site is read, the base one first. */
  readonly locales: readonly { readonly tag: string; readonly name: string }[];
  /** What regions may hold, by name, over what the theme declares. */
  readonly limits: Readonly<Record<string, RegionLimits>>;
  readonly memberships: readonly { readonly name: string; readonly label: string }[];
  /** The longest, in seconds, that a cache may keep a page. */
  readonly cacheCapSeconds: number;
}

/** What a site is before anyone has set it up. */
export const initialSettings: SiteSettings = {
  name: 'A new site',
  zone: 'Europe/London',
  baseLocale: 'en-GB',
  localeName: 'English (UK)',
  locales: [{ tag: 'en-GB', name: 'English (UK)' }],
  limits: {},
  memberships: [{ name: 'member', label: 'members' }],
  cacheCapSeconds: 300,
};

/** The settings as stored over the initial ones. */
export async function readSettings(knex: Knex): Promise<SiteSettings> {
  const rows = (await knex('settings')) as { name: string; value: string }[];
  return { ...initialSettings, ...Object.fromEntries(rows.map(row => [row.name, JSON.parse(row.value) as unknown])) };
}

/** Stores some of the settings. */
export async function saveSettings(knex: Knex, settings: Partial<SiteSettings>): Promise<void> {
  for (const [name, value] of Object.entries(settings)) {
    await knex('settings')
      .insert({ name, value: JSON.stringify(value) })
      .onConflict('name')
      .merge();
  }
}
