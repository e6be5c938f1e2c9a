import { Ledger } from '@core/ledger/ledger';
import { HealthCheck } from '@core/health/health';
import { withSiteLimits, type ThemeManifest } from '@core/theme/manifest';
import { refuseUnknownFields, shippedTypes, type Registry } from '@core/registry/registry';
import type { Knex } from 'knex';
import path from 'node:path';
import { settingsDone, writeDown } from '../audit/record';
import { Live } from '../live/live';
import { Locks } from '../live/locks';
import { FeedLooks } from '../outside/feed-looks';
import { Outside } from '../outside/outside';
import { lockEvent } from '../services/held-words';
import type { Clocks } from '../clocks';
import { PageIndexes } from '../search/page-indexes';
import { readLedger } from '../repositories/ledger-repository';
import { readPeople, type Person } from '../repositories/people-repository';
import { readFormerSettings, readSettings, saveSettings, type SiteSettings } from '../repositories/settings-repository';
import type { Theme } from '../public/theme';
import { inTransaction, UnreadableStore } from '../database/store-fault';
import { unreadableLine, type Unreadable } from '../repositories/readable';
import { ContentStore } from '../files/content-store';
import { Renditions } from '../files/renditions';
import { Outbox, type OutboxOptions } from '../mail/outbox';
import { CalendarLooks } from './calendar-looks';
import { ClockWatch } from './clock-watch';
import { Exclusive } from './exclusive';
import { FaultLog } from './fault-log';
import { History } from './history';
import { kindNamed } from '@core/kinds/index';
import { shownAsThen } from '@core/site-types/then';
import { withSiteTypes, withSiteTypesToRead } from '@core/site-types/registry';
import type { Stored } from '@core/versions/upgrade';
import { readHtml } from '@contract/values';
import { PastRevision } from '../repositories/past-revision';
import { withWordChoices } from '@core/registry/word-choices';
import { DictionaryDrafter } from '../drafting/dictionary-drafter';
import type { Drafter } from '../drafting/drafter';
import { DayCounts } from './day-counts';
import { HitCounter } from './hits';
import { Presence } from './presence';
import { SettingsInTime } from './settings-in-time';
import { Snapshots } from './snapshots';
import { Turns } from './turns';

/** What is set of a site, as it is or was. */
export interface AsSet {
  readonly settings: SiteSettings;
  /** The types of blocks and pages that it knows. */
  readonly registry: Registry;
  /** The theme, its limits overlaid with the site's own. */
  readonly theme: Theme;
}

/** Everything that the services work on. */
export interface Site extends AsSet {
  readonly knex: Knex;
  readonly ledger: Ledger;
  readonly clocks: Clocks;
  /** Replaced as a whole by {@link changeSettings}; never written into. */
  readonly settings: SiteSettings;
  /** As it was set at a moment of the past; now and later, as it is. @param moment - UTC milliseconds */
  readonly asSetAt: (moment: number) => AsSet;
  /** What the theme itself declares. */
  readonly bareManifest: ThemeManifest;
  /** Computes what is wrong, and keeps what it found for as long as it holds. */
  readonly health: HealthCheck;
  readonly snapshots: Snapshots;
  /** Old revisions, read when they are asked for. */
  readonly history: History;
  /** Writes wait for one another; see {@link Exclusive}. */
  readonly writes: Exclusive;
  /** Long work rests for readers; see {@link Turns}. */
  readonly turns: Turns;
  readonly people: ReadonlyMap<string, Person>;
  /** Who of them asked for a page lately. */
  readonly presence: Presence;
  /** Sends e-mails. */
  readonly outbox: Outbox;
  /** How often old addresses are asked for. */
  readonly hits: HitCounter;
  /** How often pages are read, and what else is counted by day. */
  readonly counts: DayCounts;
  /** Puts words into other languages for people to look at. */
  readonly drafter: Drafter;
  /** The bytes of the library's files. */
  readonly contents: ContentStore;
  /** Its pictures in the sizes that pages ask for. */
  readonly renditions: Renditions;
  /** Where the public reaches the site, such as https://reserves.example; empty when it has not been said. */
  readonly publicAddress: string;
  /** Whether whoever started the server said so; it counts before what is set in the editor. */
  readonly isAddressGiven: boolean;
  /** What of the ledger cannot be read and is left out. */
  readonly unreadable: readonly Unreadable[];
  /** Notices when the server's clock is set while it runs. */
  readonly clockWatch: ClockWatch;
  /** Finds pages by their words. */
  readonly search: PageIndexes;
  /** Fetches what stands elsewhere. */
  readonly outside: Outside;
  /** What feeds elsewhere said last. */
  readonly feedLooks: FeedLooks;
  /** What calendars elsewhere said last. */
  readonly calendarLooks: CalendarLooks;
  /** What went wrong with single records while answering. */
  readonly faults: FaultLog;
  /** Who writes where at this moment. */
  readonly locks: Locks;
  /** Tells all who have the editor open what happens. */
  readonly live: Live;
}

/** Loads a site from its store into memory, where answers are computed. @param folder - beside the store, for the bytes of files */
export async function loadSite(
  knex: Knex,
  clocks: Clocks,
  bareTheme: Theme,
  folder: string,
  publicAddress = '',
  registry: Registry = shippedTypes,
  mail: Omit<OutboxOptions, 'folder'> = { smtp: '', from: '' },
): Promise<Site> {
  const { settings, unreadable: unreadableSettings } = await readSettings(knex);
  const { people, unreadable: unreadablePeople } = await readPeople(knex);
  refuseUnreadable([...unreadableSettings, ...unreadablePeople]);
  refuseUnknownFields(registry);
  const { former, unreadable: unreadableFormer } = await readFormerSettings(knex);
  const state = new SiteState(settings, new SettingsInTime(former), bareTheme, registry);
  const asSetAt = (moment: number) => (moment < clocks.content() ? state.at(moment) : state);
  const ledger = new Ledger(settings.locales[0]!.tag);
  const { rows, unreadable } = await readLedger(knex, () => state.registryToRead);
  ledger.absorb(rows);
  const outside = new Outside();
  const site: Omit<Site, 'settings' | 'theme' | 'registry' | 'publicAddress'> = {
    knex,
    ledger,
    clocks,
    bareManifest: bareTheme.manifest,
    health: new HealthCheck(),
    asSetAt,
    snapshots: new Snapshots(ledger, clocks, moment => {
      const { settings: set, theme, registry: types } = asSetAt(moment);
      return { manifest: theme.manifest, locales: set.locales, registry: types };
    }),
    history: new History(knex),
    writes: new Exclusive(),
    turns: new Turns(),
    people: new Map(people.map(person => [person.id, person])),
    presence: new Presence(),
    outbox: new Outbox(knex, { ...mail, folder: path.join(folder, 'outbox') }),
    hits: await HitCounter.open(knex),
    counts: await DayCounts.open(knex, () => state.settings.zone, clocks.content()),
    drafter: new DictionaryDrafter(),
    contents: await ContentStore.open(path.join(folder, 'files'), knex),
    renditions: new Renditions(path.join(folder, 'renditions')),
    isAddressGiven: publicAddress !== '',
    unreadable: [...unreadable, ...unreadableFormer],
    clockWatch: new ClockWatch(clocks),
    search: new PageIndexes(),
    outside,
    feedLooks: await FeedLooks.open(knex, outside, clocks.running),
    calendarLooks: new CalendarLooks(),
    faults: new FaultLog(),
    locks: new Locks(
      clocks.running,
      () => state.settings.lockIdleMinutes * 60_000,
      (recordId, locale, lock, before) => whole.live.tell(lockEvent(whole, recordId, locale, lock, before)),
    ),
    live: new Live(() => void whole.locks.all()),
  };
  const whole: Site = Object.defineProperties(site, {
    settings: { get: () => state.settings, enumerable: true },
    publicAddress: { get: () => publicAddress || state.settings.publicAddress, enumerable: true },
    theme: { get: () => state.theme, enumerable: true },
    registry: { get: () => state.registry, enumerable: true },
  }) as Site;
  states.set(whole, state);
  return whole;
}

/** What of a site is replaced while it runs, each time by another value. */
class SiteState implements AsSet {
  theme: Theme;
  /** The types with what the site has chosen of them; the same object until either changes. */
  registry: Registry;
  /** The same for reading what is stored: see {@link withSiteTypesToRead}. */
  registryToRead: Registry;
  #then = new WeakMap<SiteSettings, AsSet>();

  constructor(
    public settings: SiteSettings,
    private readonly past: SettingsInTime,
    private readonly bareTheme: Theme,
    public ownRegistry: Registry,
  ) {
    this.theme = this.#themeFor(settings);
    this.registry = this.#registryFor(settings);
    this.registryToRead = withSiteTypesToRead(ownRegistry, settings.siteTypes);
  }

  /** As it was set at a moment of the past. */
  at(moment: number): AsSet {
    const settings = this.past.at(moment, this.settings);
    if (settings === this.settings) return this;
    const known = this.#then.get(settings);
    if (known) return known;
    const { wordChoices, siteTypes } = this.settings;
    const isSame = settings.wordChoices === wordChoices && settings.siteTypes === siteTypes;
    const registry = isSame ? this.registry : this.#registryFor({ ...settings, siteTypes: shownAsThen(siteTypes, settings.siteTypes) });
    const made = { settings, registry, theme: this.#themeFor(settings) };
    this.#then.set(settings, made);
    return made;
  }

  replaceTypes(registry: Registry): void {
    this.ownRegistry = registry;
    this.registry = this.#registryFor(this.settings);
    this.registryToRead = withSiteTypesToRead(registry, this.settings.siteTypes);
    this.#then = new WeakMap();
  }

  /** @param at - UTC milliseconds; null where nobody has seen the site before */
  replaceSettings(change: Partial<SiteSettings>, at: number | null): void {
    if (at !== null) this.past.note(this.settings, change, at);
    const settings = { ...this.settings, ...change };
    const isOther = settings.wordChoices !== this.settings.wordChoices || settings.siteTypes !== this.settings.siteTypes;
    if (isOther) this.registry = this.#registryFor(settings);
    if (isOther) this.registryToRead = withSiteTypesToRead(this.ownRegistry, settings.siteTypes);
    this.settings = settings;
    this.theme = this.#themeFor(settings);
  }

  #registryFor({ wordChoices, siteTypes }: SiteSettings): Registry {
    return withWordChoices(withSiteTypes(this.ownRegistry, siteTypes), wordChoices);
  }

  #themeFor({ limits }: SiteSettings): Theme {
    return { ...this.bareTheme, manifest: withSiteLimits(this.bareTheme.manifest, limits) };
  }
}

const states = new WeakMap<Site, SiteState>();

// Who may do what, and what time it is, is never guessed: without them nothing starts.
function refuseUnreadable(unreadable: readonly Unreadable[]): void {
  if (unreadable.length === 0) return;
  throw new UnreadableStore(
    `${unreadable.map(unreadableLine).join('; ')}. Run ./almanac check --data FOLDER --set-aside to put it aside, or put back a copy of the store.`,
  );
}

const localAddresses = new WeakMap<Site, string>();

/** Says where the server itself listens, for e-mails of a site whose public address has not been said. */
export function listensAt(site: Site, address: string): void {
  localAddresses.set(site, address);
}

/** The address that e-mails name. It is never taken from a request: whoever asks for a link must not say where it leads. */
export function siteAddress(site: Site): string {
  return site.publicAddress || (localAddresses.get(site) ?? 'http://localhost');
}

/** Whether there is a site yet: somebody who may sign in. */
export function isBegun(site: Site): boolean {
  return site.people.size > 0;
}

/** Sets some of what holds for the whole site, at once and for good. */
export async function changeSettings(site: Site, change: Partial<SiteSettings>): Promise<void> {
  const done = settingsDone(site.settings, change);
  const at = site.clocks.running();
  await inTransaction(site.knex, async transaction => {
    await saveSettings(transaction, change, at);
    await writeDown(transaction, at, done);
  });
  adoptSettings(site, change, at);
}

/** Goes by settings that have been stored. @param at - when, in UTC milliseconds; null where nobody has seen the site before */
export function adoptSettings(site: Site, change: Partial<SiteSettings>, at: number | null): void {
  states.get(site)!.replaceSettings(change, at);
  if (change.siteTypes) readTypedAnew(site);
  const [first] = site.settings.locales;
  if (first!.tag !== site.ledger.baseLocale) site.ledger.readIn(first!.tag);
  // Nothing was written to the ledger, but what was computed from it no longer holds.
  site.ledger.invalidate();
}

// What was written in an older version of a type is brought up to the present one, as it is when it is read from the store.
function readTypedAnew(site: Site): void {
  const registry = states.get(site)!.registryToRead;
  for (const revision of site.ledger.revisions.values()) {
    const record = site.ledger.records.get(revision.recordId);
    const kind = record && kindNamed(record.kind);
    if (!kind?.typedBy || !kind.upgrade || revision.locale !== site.ledger.localeOf(record!.id)) continue;
    const valueOf = (value: unknown) => kind.upgrade!(value as Stored, registry, readHtml);
    if (revision instanceof PastRevision) revision.reread(valueOf);
    // Who wrote it, and when, stays; whoever holds the revision holds it with what it says now.
    else if (revision.value !== null) (revision as { value: unknown }).value = valueOf(revision.value);
  }
}

/** Lets a site know other types from now on, for as long as the program runs. */
export function changeTypes(site: Site, registry: Registry): void {
  refuseUnknownFields(registry);
  states.get(site)!.replaceTypes(registry);
  site.ledger.invalidate();
}
