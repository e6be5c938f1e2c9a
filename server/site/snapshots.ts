import type { Ledger } from '@core/ledger/ledger';
import type { Instant } from '@core/schedule/local-time';
import { liveAt, liveSince, type LiveSet } from '@core/site/live-set';
import { assembleSnapshot, withDormantAnew, type Overlay, type SiteSnapshot, type SnapshotOptions } from '@core/site/snapshot';
import { fallbackChain, localeNamed, prefixOf, type SiteLocale } from '@core/locale/site-locale';
import { LRUCache } from 'lru-cache';
import { kindNamed } from '@core/kinds/index';
import type { RecordKind } from '@core/ledger/records';
import { pseudoValue } from '@core/locale/pseudo';
import { pseudoOf } from '@core/locale/pseudo-tags';
import type { Registry } from '@core/registry/registry';
import type { ThemeManifest } from '@core/theme/manifest';
import type { Clocks } from '../clocks';

/** How many pieces of time are kept. */
const mostKept = 12;

/** Of how many locales, and how many pieces of time of each, what is read there is kept. */
const mostLocalesKept = 24;
const mostInLocale = 2;

interface Kept {
  readonly live: LiveSet;
  /** The ledger's version as of the snapshot. */
  version: number;
  snapshot: SiteSnapshot;
}

/** Takes snapshots and keeps them for as long as no publication changes what is live. */
export class Snapshots {
  readonly #kept: Kept[] = [];
  /** What is read in other locales, the newest first. */
  readonly #inLocales = new LRUCache<string, readonly SiteSnapshot[]>({ max: mostLocalesKept });
  /** With the changes of a list laid over the site, for as long as whoever asks holds the list. */
  readonly #withOverlays = new WeakMap<readonly Overlay[], Map<string, SiteSnapshot>>();
  #versionInLocales = -1;
  #publishedVersion = -1;

  constructor(
    private readonly ledger: Ledger,
    private readonly clocks: Clocks,
    private readonly site: (moment: Instant) => {
      readonly manifest: ThemeManifest;
      readonly locales: readonly SiteLocale[];
      readonly registry: Registry;
    },
  ) {}

  /** The site at a moment; `null` is now. */
  at(moment: Instant | null = null): SiteSnapshot {
    const now = this.clocks.content();
    const at = moment ?? now;
    // What was known then differs from one past moment to the next, so those are not kept.
    return at < now ? this.#take(at, now, []) : this.#bare(at, now);
  }

  // The site now or at a moment ahead, with nothing laid over it.
  #bare(at: Instant, now: Instant): SiteSnapshot {
    const kept = this.#keptAt(at, now);
    if (kept.version !== this.ledger.version) {
      const written = this.ledger.changedSince(kept.version);
      kept.snapshot = withDormantAnew(this.ledger, this.#options(kept.snapshot.moment, now, []), kept.live, kept.snapshot, written);
      kept.version = this.ledger.version;
    }
    return kept.snapshot.moment === at ? kept.snapshot : { ...kept.snapshot, moment: at };
  }

  /** The site at a moment with proposals or unsaved changes laid over it. */
  with(overlays: readonly Overlay[], moment: Instant | null = null): SiteSnapshot {
    return this.readIn(this.ledger.baseLocale, overlays, moment);
  }

  /** The site as read in a locale, with changes laid over it. */
  readIn(locale: string, overlays: readonly Overlay[], moment: Instant | null = null): SiteSnapshot {
    const isBase = locale === this.ledger.baseLocale;
    if (isBase && overlays.length === 0) return this.at(moment);
    const now = this.clocks.content();
    if (overlays.length > 0 && moment === null) return this.#laid(overlays, locale, now);
    if (overlays.length > 0 || (moment ?? now) < now) return this.#take(moment ?? now, now, overlays, locale);
    return this.#keptIn(locale, moment ?? now, now);
  }

  // Each change of an edition is held against the site with all of them, which may be a thousand.
  #laid(overlays: readonly Overlay[], locale: string, now: Instant): SiteSnapshot {
    const made = this.#withOverlays.get(overlays) ?? new Map<string, SiteSnapshot>();
    this.#withOverlays.set(overlays, made);
    const key = `${this.ledger.version} ${locale}`;
    const known = made.get(key);
    if (known && known.moment <= now && now < known.validUntil) return known;
    const snapshot = this.#take(now, now, overlays, locale);
    made.set(key, snapshot);
    return snapshot;
  }

  // Readers of other locales are as many as those of the first.
  #keptIn(locale: string, at: Instant, now: Instant): SiteSnapshot {
    if (this.#versionInLocales !== this.ledger.version) {
      this.#inLocales.clear();
      this.#versionInLocales = this.ledger.version;
    }
    const known = this.#inLocales.get(locale)?.find(each => each.moment <= at && at < each.validUntil);
    if (known) return known.moment === at ? known : { ...known, moment: at };
    const made = this.#take(at, now, [], locale);
    this.#inLocales.set(locale, [made, ...(this.#inLocales.get(locale) ?? [])].slice(0, mostInLocale));
    return made;
  }

  #take(moment: Instant, now: Instant, overlays: readonly Overlay[], locale = this.ledger.baseLocale): SiteSnapshot {
    const options = this.#options(moment, now, overlays, locale);
    const live = moment < now ? liveAt(this.ledger, options) : this.#keptAt(moment, now).live;
    return assembleSnapshot(this.ledger, options, live, moment < now ? undefined : this.#bare(moment, now));
  }

  /**
   * The site at a moment, read in a locale, as another ledger has it that was made from this one. The moment lies ahead of
   * when that ledger was made, however long ago that is by now: all that it holds is known.
   */
  ofLedger(ledger: Ledger, moment: Instant, locale = this.ledger.baseLocale): SiteSnapshot {
    const options = this.#options(moment, moment, [], locale);
    const published = ledger.publishedSince(this.ledger.publishedVersion);
    const isMade = ledger.origin === this.ledger && published !== null;
    const live = isMade ? liveSince(ledger, options, this.#keptAt(moment, moment).live, published) : null;
    return assembleSnapshot(ledger, options, live ?? liveAt(ledger, options));
  }

  #keptAt(at: Instant, now: Instant): Kept {
    const earlier = this.#forgetOutdated();
    const known = this.#kept.find(each => each.snapshot.moment <= at && at < each.live.validUntil);
    if (known) return known;
    const options = this.#options(at, now, []);
    const live =
      (earlier && at >= earlier.from && liveSince(this.ledger, options, earlier.live, earlier.published)) || liveAt(this.ledger, options);
    const made = { live, version: this.ledger.version, snapshot: assembleSnapshot(this.ledger, options, live) };
    this.#kept.unshift(made);
    this.#kept.length = Math.min(this.#kept.length, mostKept);
    return made;
  }

  // What was kept last is the start for what is kept next: few records are published at a time.
  #forgetOutdated(): { readonly live: LiveSet; readonly from: Instant; readonly published: ReadonlySet<string> } | null {
    if (this.#publishedVersion === this.ledger.publishedVersion) return null;
    const published = this.ledger.publishedSince(this.#publishedVersion);
    const [last] = this.#kept;
    this.#kept.length = 0;
    this.#publishedVersion = this.ledger.publishedVersion;
    return last && published ? { live: last.live, from: last.snapshot.moment, published } : null;
  }

  #options(moment: Instant, now: Instant, overlays: readonly Overlay[], locale = this.ledger.baseLocale): SnapshotOptions {
    const { locales, manifest, registry } = this.site(moment);
    const pseudo = pseudoOf(locale);
    const reword = pseudo ? (kind: RecordKind, value: unknown) => pseudoValue(kindNamed(kind), value, registry, pseudo) : undefined;
    const named = localeNamed(locales, locale);
    const chain = fallbackChain(locale, locales, this.ledger.baseLocale);
    return { moment, now, chain, prefix: named && prefixOf(named), manifest, overlays, reword };
  }
}
