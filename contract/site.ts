import { localeStates } from '@core/locale/site-locale';
import { isTimeZone } from '@core/schedule/local-time';
import { say } from '@core/tongue/say';
import { z } from 'zod';
import { terms } from './bench';
import { instant, kindsAndTypes, line, localeTag, localTime, requiredLine, uuid } from './common';
import { closedPages } from './messages';

/** Until when only the staff sees a site. */
export const opening = z.strictObject({ isOpen: z.boolean(), opensAt: localTime.nullable() });

/** Where the public reaches a site, without anything after the host; empty when it has not been said. */
export const publicAddress = z
  .string()
  .max(200)
  .refine(text => text === '' || isOrigin(text), {
    error: () => say`Write it like https://reserves.example, with nothing after the name.`,
  });

function isOrigin(text: string): boolean {
  const address = URL.canParse(text) ? new URL(text) : null;
  return address !== null && ['http:', 'https:'].includes(address.protocol) && address.origin === text;
}

/** A time zone of the IANA database. */
export const timeZone = z
  .string()
  .max(60)
  .refine(isTimeZone, { error: () => say`There is no such time zone.` });

/** Somebody's e-mail address. */
export const emailAddress = z.email({ error: () => say`Not an e-mail address.` }).max(200);

/** Whether readers may sign up by themselves, and with which membership. */
export const signUp = z.strictObject({ isOpen: z.boolean(), membership: z.string().max(60) });

const storedName = z.string().regex(/^[a-z][a-z0-9-]{0,58}$/, { error: () => say`Small letters, digits and hyphens.` });

/** A locale in which a site is read; see the locales of a site for what else must hold. */
export const siteLocale = z.strictObject({
  tag: localeTag,
  name: requiredLine(80),
  direction: z.enum(['ltr', 'rtl']),
  follows: z.string().max(35),
  prefix: z.string().max(40),
  host: z.string().max(200),
  state: z.enum(localeStates),
  isWhole: z.boolean().optional(),
  /** Kept by the server; what is sent is not looked at. */
  formerly: z.array(z.string().max(40)).max(20).optional(),
});

/** Which pages are dressed in which of the theme's styles; the first rule that holds counts. */
export const styles = z
  .array(z.strictObject({ style: z.string().max(60), section: uuid.nullable(), locale: localeTag.nullable() }))
  .max(50, { error: () => say`At most 50.` });

/** Where a type's fields say other words by locale, or may not, against what the type declares: by type, then by field. */
export const wordChoices = z.record(z.string().max(80), z.record(z.string().max(60), z.boolean()));

/** After so many minutes without a key somebody no longer holds what they write on. */
export const lockIdleMinutes = z
  .number()
  .int({ error: () => say`Whole minutes.` })
  .min(1, { error: () => say`At least ${1}.` })
  .max(480, { error: () => say`At most eight hours.` });

/** Hosts whose pages may be shown within pages of this site. */
export const framedHosts = z
  .array(
    z.string().regex(/^([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z][a-z0-9-]{0,61}[a-z0-9]$/, {
      error: () => say`A host such as maps.example, in small letters.`,
    }),
  )
  .max(50, { error: () => say`At most ${50} hosts.` });

/** How many days before something ends whoever wrote it is told. */
export const warnDays = z
  .number()
  .int({ error: () => say`Whole days.` })
  .min(1, { error: () => say`At least ${1}.` })
  .max(90, { error: () => say`At most ninety days.` });

/** The kinds and types of which only one person at a time is to write; none means that nobody holds anything. */
export const lockedKinds = kindsAndTypes;

/** For how long words may be behind what they were made from before that is something wrong. */
export const behindAfterDays = z
  .number()
  .int({ error: () => say`Whole days.` })
  .min(0, { error: () => say`At least ${0}.` })
  .max(3_650, { error: () => say`At most ten years.` });

/** The most characters of what words are called: of a label, or of what a template says, that is these themselves. */
const longestWordName = 310;

/** Words by what they are called, by locale. */
export const wordsByLocale = z.record(localeTag, z.record(z.string().max(longestWordName), line(300)));

/** What readers are asked about themselves, each in a line. */
export const profileFields = z
  .array(z.strictObject({ name: storedName, label: requiredLine(60), help: line(200), isRequired: z.boolean() }))
  .max(20);

/** What memberships there are: as stored, and as they are called within a sentence. */
export const memberships = z
  .array(
    z.strictObject({
      name: storedName,
      label: requiredLine(60),
    }),
  )
  .max(100);

/** What holds for the whole site and can be set in the editor; what is left out stays as it is. */
export const siteSettings = z.strictObject({
  name: requiredLine(80).optional(),
  description: line(300).optional(),
  zone: timeZone.optional(),
  publicAddress: publicAddress.optional(),
  isIndexed: z.boolean().optional(),
  opening: opening.optional(),
  closedPages: closedPages.optional(),
  signUp: signUp.optional(),
  memberships: memberships.optional(),
  profileFields: profileFields.optional(),
  siteWords: wordsByLocale.optional(),
  themeWords: wordsByLocale.optional(),
  terms: terms.optional(),
  behindAfterDays: behindAfterDays.optional(),
  lockIdleMinutes: lockIdleMinutes.optional(),
  warnDays: warnDays.optional(),
  framedHosts: framedHosts.optional(),
  lockedKinds: lockedKinds.optional(),
  styles: styles.optional(),
  wordChoices: wordChoices.optional(),
  showsFirstSteps: z.boolean().optional(),
});

/** What is asked of whoever begins a site. */
export const startQuestions = z.object({
  locales: z.array(z.object({ tag: z.string(), name: z.string() })),
  themes: z.array(z.object({ name: z.string(), label: z.string() })),
  beginnings: z.array(z.object({ name: z.string(), label: z.string(), help: z.string(), pages: z.array(z.string()) })),
  shortestPassword: z.number().int(),
});

/** With what a site begins. */
export const beginnings = ['front page', 'small site'] as const;

/** What a site begins with. */
export const beginning = z.strictObject({
  site: z.strictObject({
    name: requiredLine(80),
    description: line(300).default(''),
    zone: timeZone,
    locale: localeTag,
    theme: z.string().max(60),
  }),
  administrator: z.strictObject({ name: requiredLine(120), email: emailAddress, password: z.string().max(400) }),
  beginWith: z.enum(beginnings),
  /** Whether anybody may see it at once. */
  isOpen: z.boolean().default(false),
});

/** A site that begins, with the key that whoever started the server was told. */
export const keyedBeginning = beginning.extend({ key: z.string().max(200) });

/** What another time zone would do. */
export const zoneReport = z.object({
  /** Times to come as they would be shown: nothing of what was typed moves. */
  times: z.array(z.object({ title: z.string(), what: z.string(), at: instant, before: z.string(), after: z.string() })),
  timeCount: z.number().int(),
  /** Rules that follow a clock of their own zone. */
  ruleCount: z.number().int(),
  ruleZones: z.array(z.string()),
});

export type SiteSettingsChange = z.infer<typeof siteSettings>;
export type StartQuestions = z.infer<typeof startQuestions>;
export type Beginning = z.infer<typeof beginning>;
export type BeginningDraft = z.input<typeof keyedBeginning>;
export type ZoneReport = z.infer<typeof zoneReport>;
