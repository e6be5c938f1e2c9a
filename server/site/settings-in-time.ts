import type { Instant } from '@core/schedule/local-time';
import { settingsReadersNotice, type FormerSetting, type SiteSettings } from '../repositories/settings-repository';

/** What the settings said at moments of the past. */
export class SettingsInTime {
  readonly #former: FormerSetting[];
  /** When something was set last: every page of now is asked for a moment after that. */
  #lastSet: Instant;
  /** Between two moments at which something was set, the settings are the same object. */
  readonly #kept = new Map<string, SiteSettings>();

  /** @param former - in the order in which they were set */
  constructor(former: readonly FormerSetting[]) {
    this.#former = [...former];
    this.#lastSet = Math.max(-Infinity, ...former.map(each => each.until));
  }

  /** Takes note of what settings said until they were set to something else. @param until - UTC milliseconds */
  note(before: SiteSettings, change: Partial<SiteSettings>, until: Instant): void {
    for (const name of settingsReadersNotice)
      if (Object.hasOwn(change, name) && JSON.stringify(before[name]) !== JSON.stringify(change[name]))
        this.#former.push({ name, value: before[name], until });
    this.#lastSet = Math.max(this.#lastSet, until);
    this.#kept.clear();
  }

  /** The settings as they were at a moment. @param now - as they are, for whatever was not set since */
  at(moment: Instant, now: SiteSettings): SiteSettings {
    if (moment >= this.#lastSet) return now;
    const since = this.#former.findIndex(each => moment < each.until);
    if (since < 0) return now;
    // A clock that was set back may have left moments out of order, so each is looked at.
    const said = new Map<string, FormerSetting>();
    for (const each of this.#former.slice(since)) if (moment < each.until && !said.has(each.name)) said.set(each.name, each);
    const key = [...said.values()].map(each => this.#former.indexOf(each)).join(' ');
    const known = this.#kept.get(key);
    if (known) return known;
    const made = { ...now, ...Object.fromEntries([...said].map(([name, { value }]) => [name, value])) };
    if (this.#kept.size >= mostKept) this.#kept.clear();
    this.#kept.set(key, made);
    return made;
  }
}

/** Of how many stretches of the past the settings are kept as objects. */
const mostKept = 50;
