import { terms } from '@contract/bench';
import { limits as limitsSchema } from '@contract/assembling';
import { closedPages, type ClosedPages } from '@contract/messages';
import {
  behindAfterDays,
  lockedKinds,
  lockIdleMinutes,
  framedHosts,
  warnDays,
  styles,
  wordChoices,
  opening,
  profileFields,
  publicAddress,
  signUp,
  siteLocale,
  wordsByLocale,
} from '@contract/site';
import { siteTypes } from '@contract/types';
import { workflows } from '@contract/workflows';
import { recordKinds } from '@core/kinds/index';
import { firstLocale, type SiteLocale } from '@core/locale/site-locale';
import type { ProfileField } from '@core/people/profile';
import { open, type Opening } from '@core/site/opening';
import { isTimeZone } from '@core/schedule/local-time';
import { noSiteTypes, type SiteTypes } from '@core/site-types/site-type';
import type { Term } from '@core/segments/terms';
import type { WordChoices } from '@core/registry/word-choices';
import type { StyleRule } from '@core/theme/style-rules';
import type { WordsByLocale } from '@core/theme/words';
import type { RegionLimits } from '@core/theme/manifest';
import type { GovernedKind } from '@core/workflow/governed';
import { defaultWorkflow } from '@core/workflow/default';
import type { Workflow } from '@core/workflow/workflow';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Unreadable } from './readable';

/** What holds for the whole site. */
export interface SiteSettings {
  readonly name: string;
  /** What it is about, in a sentence; empty says nothing. */
  readonly description: string;
  /** IANA time zone in which times are typed and shown. */
  readonly zone: string;
  /** All locales in which the site is read. The first is the one in which it is read unless another is asked for. */
  readonly locales: readonly SiteLocale[];
  /** What the site is called and about in other locales than the first; what is left out follows. */
  readonly siteWords: WordsByLocale;
  /** What the site says in place of the theme's fixed words, by locale. */
  readonly themeWords: WordsByLocale;
  /** Terms that are always said in the same words. */
  readonly terms: readonly Term[];
  /** Which pages are dressed in which of the theme's styles. */
  readonly styles: readonly StyleRule[];
  /** Which fields say other words by locale, where that is not as their type declares it. */
  readonly wordChoices: WordChoices;
  /** For how long words may be behind what they were made from before that is something wrong, in days. */
  readonly behindAfterDays: number;
  /** After so many minutes without a key somebody no longer holds what they write on. */
  readonly lockIdleMinutes: number;
  /** How many days before something ends whoever wrote it is told. */
  readonly warnDays: number;
  /** The types of page and block that the site has made without code. */
  readonly siteTypes: SiteTypes;
  /** Hosts whose pages may be shown within pages of this site. */
  readonly framedHosts: readonly string[];
  /** The kinds and types of which only one person at a time is to write. */
  readonly lockedKinds: readonly GovernedKind[];
  /** What regions may hold, by name, over what the theme declares. */
  readonly limits: Readonly<Record<string, RegionLimits>>;
  /** How what is written comes to be live, in the order in which they are asked; the last governs whatever no other does. */
  readonly workflows: readonly Workflow[];
  readonly memberships: readonly { readonly name: string; readonly label: string }[];
  /** The longest, in seconds, that a cache may keep a page. */
  readonly cacheCapSeconds: number;
  /** What signed-out readers get at a page that is not for them: they are asked to sign in, or it answers like one that never was. */
  readonly closedPages: ClosedPages;
  /** Where the public reaches it, such as https://reserves.example; empty when it has not been said. */
  readonly publicAddress: string;
  /** Whether search engines are asked in. */
  readonly isIndexed: boolean;
  /** Until when only the staff sees it. */
  readonly opening: Opening;
  /** Whether readers may sign up by themselves, and the membership that they hold then; empty for none. */
  readonly signUp: { readonly isOpen: boolean; readonly membership: string };
  /** What readers are asked about themselves. */
  readonly profileFields: readonly ProfileField[];
  /** Whether Today leads through what a new site still lacks. */
  readonly showsFirstSteps: boolean;
}

/** What a site is before anyone has set it up. */
export const initialSettings: SiteSettings = {
  name: 'A new site',
  description: '',
  zone: 'Europe/London',
  locales: [firstLocale('en-GB')],
  siteWords: {},
  themeWords: {},
  terms: [],
  styles: [],
  wordChoices: {},
  behindAfterDays: 30,
  lockIdleMinutes: 20,
  warnDays: 14,
  siteTypes: noSiteTypes,
  framedHosts: [],
  lockedKinds: recordKinds.map(kind => ({ kind, types: [] })),
  limits: {},
  workflows: [defaultWorkflow],
  memberships: [{ name: 'member', label: 'members' }],
  cacheCapSeconds: 300,
  closedPages: 'sign in',
  publicAddress: '',
  isIndexed: true,
  opening: open,
  signUp: { isOpen: false, membership: '' },
  profileFields: [],
  showsFirstSteps: false,
};

const named = z.object({ name: z.string(), label: z.string() });
const schemas: { readonly [Name in keyof SiteSettings]: z.ZodType<SiteSettings[Name]> } = {
  name: z.string(),
  description: z.string(),
  zone: z.string().refine(isTimeZone, { error: 'no such time zone' }),
  locales: z.array(siteLocale).min(1),
  siteWords: wordsByLocale,
  themeWords: wordsByLocale,
  terms,
  styles,
  wordChoices,
  behindAfterDays,
  lockIdleMinutes,
  warnDays,
  framedHosts,
  siteTypes,
  lockedKinds,
  limits: limitsSchema,
  workflows,
  memberships: z.array(named),
  cacheCapSeconds: z.number().int().min(0),
  closedPages,
  publicAddress,
  isIndexed: z.boolean(),
  opening,
  signUp,
  profileFields,
  showsFirstSteps: z.boolean(),
};

/** The settings that decide about what readers get: of these the site at a past moment needs what they said then. */
export const settingsReadersNotice = [
  'name',
  'description',
  'zone',
  'locales',
  'siteWords',
  'themeWords',
  'styles',
  'wordChoices',
  'limits',
  'siteTypes',
] as const satisfies readonly (keyof SiteSettings)[];

/** What a setting said until somebody set it to something else. */
export interface FormerSetting {
  readonly name: keyof SiteSettings;
  readonly value: unknown;
  /** UTC milliseconds. */
  readonly until: number;
}

/** The settings as stored over the initial ones, and which of them cannot be read. */
export async function readSettings(knex: Knex): Promise<{ settings: SiteSettings; unreadable: readonly Unreadable[] }> {
  const rows = (await knex('settings')) as { name: string; value: string }[];
  const unreadable: Unreadable[] = [];
  const read = rows.flatMap(({ name, value }): [string, unknown][] => {
    try {
      return [[name, readSetting(name, value)]];
    } catch (error) {
      unreadable.push({ table: 'settings', row: name, recordId: null, kind: null, why: (error as Error).message });
      return [];
    }
  });
  return { settings: { ...initialSettings, ...Object.fromEntries(read) }, unreadable };
}

/** What settings that readers notice said before, in the order in which they were set, and what of that cannot be read. */
export async function readFormerSettings(knex: Knex): Promise<{ former: readonly FormerSetting[]; unreadable: readonly Unreadable[] }> {
  const rows = (await knex('former_settings')
    .whereIn('name', [...settingsReadersNotice])
    .orderBy('id')) as {
    id: number;
    name: keyof SiteSettings;
    value: string;
    until: number;
  }[];
  const unreadable: Unreadable[] = [];
  const former = rows.flatMap(({ id, name, value, until }): FormerSetting[] => {
    try {
      return [{ name, value: readSetting(name, value), until }];
    } catch (error) {
      unreadable.push({ table: 'former_settings', row: String(id), recordId: null, kind: null, why: (error as Error).message });
      return [];
    }
  });
  return { former, unreadable };
}

function readSetting(name: string, value: string): unknown {
  if (!Object.hasOwn(schemas, name)) throw new RangeError('no such setting is known here');
  const parsed = schemas[name as keyof SiteSettings].safeParse(JSON.parse(value));
  if (!parsed.success) throw new RangeError(parsed.error.issues[0]!.message);
  return parsed.data;
}

/**
 * Stores some of the settings, and keeps what they said until now.
 * @param at - UTC milliseconds; null where no site has been there to be seen before
 */
export async function saveSettings(knex: Knex, settings: Partial<SiteSettings>, at: number | null): Promise<void> {
  for (const name of Object.keys(settings) as (keyof SiteSettings)[]) {
    const value = JSON.stringify(settings[name]);
    const stored = (await knex('settings').where({ name }).first()) as { value: string } | undefined;
    const before = stored?.value ?? JSON.stringify(initialSettings[name]);
    if (at !== null && before !== value) await knex('former_settings').insert({ name, value: before, until: at });
    await knex('settings').insert({ name, value }).onConflict('name').merge();
  }
}

/** What a setting said before it was last set; null where it never was, or said something that cannot be read. */
export async function readFormerValue(knex: Knex, name: keyof SiteSettings): Promise<unknown> {
  const row = (await knex('former_settings').where({ name }).orderBy('id', 'desc').first('value')) as { value: string } | undefined;
  try {
    return row ? readSetting(name, row.value) : null;
  } catch {
    return null;
  }
}
