import type { Ledger } from '@core/ledger/ledger';
import type { Instant } from '@core/schedule/local-time';
import { takeSnapshot, type Overlay, type SiteSnapshot } from '@core/site/snapshot';
import type { Clocks } from '../clocks';
import type { Theme } from '../public/theme';
import type { SiteSettings } from '../repositories/settings-repository';

/** How many pieces of time are kept. */
const mostKept = 12;

/** Takes snapshots and keeps them for as long as nothing in the ledger changes what is live. */
export class Snapshots {
  readonly #kept: SiteSnapshot[] = [];
  #version = -1;

  constructor(
    private readonly ledger: Ledger,
    private readonly clocks: Clocks,
    private readonly settings: SiteSettings,
    private readonly theme: Theme,
  ) {}

  /** The site at a moment; `null` is now. */
  at(moment: Instant | null = null): SiteSnapshot {
    const now = this.clocks.content();
    const at = moment ?? now;
    // What was known then differs from one past moment to the next, so those are not kept.
    if (at < now) return this.#take(at, now, []);
    if (this.#version !== this.ledger.version) {
      this.#kept.length = 0;
      this.#version = this.ledger.version;
    }
    const kept = this.#kept.find(each => each.moment <= at && at < each.validUntil);
    if (kept) return kept.moment === at ? kept : { ...kept, moment: at };
    const taken = this.#take(at, now, []);
    this.#kept.unshift(taken);
    this.#kept.length = Math.min(this.#kept.length, mostKept);
    return taken;
  }

  /** The site at a moment with proposals or unsaved changes laid over it. */
  with(overlays: readonly Overlay[], moment: Instant | null = null): SiteSnapshot {
    if (overlays.length === 0) return this.at(moment);
    const now = this.clocks.content();
    return this.#take(moment ?? now, now, overlays);
  }

  /** The site as read in a locale, with changes laid over it. */
  readIn(locale: string, overlays: readonly Overlay[], moment: Instant | null = null): SiteSnapshot {
    if (locale === this.settings.baseLocale) return this.with(overlays, moment);
    const now = this.clocks.content();
    return this.#take(moment ?? now, now, overlays, locale);
  }

  #take(moment: Instant, now: Instant, overlays: readonly Overlay[], readIn?: string): SiteSnapshot {
    return takeSnapshot(this.ledger, { moment, now, locale: this.settings.baseLocale, readIn, manifest: this.theme.manifest, overlays });
  }
}
