import { isOfOwnWords, localeLookedAt } from './edition-lookups';
import type { Effect } from '@contract/messages';
import { kindNamed } from '@core/kinds/index';
import { valuesOfKind } from '@core/site/live-set';
import type { Overlay } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import type { Site } from '../site/site';
import { kindContext, localeName } from './names';

/** What changes would do to the site at a moment, one answer per change; of words in a locale, as it is read there. */
export function effectsOf(site: Site, changes: readonly Overlay[], moment: number | null): readonly Effect[] {
  return changes.map(change => {
    const isOwn = isOfOwnWords(site, change);
    const locale = localeLookedAt(site, change);
    const before = site.snapshots.readIn(locale, [], moment);
    const after = site.snapshots.readIn(locale, changes, moment);
    const whole = isOwn ? { ...change, value: valuesOfKind(after.values, change.kind).get(change.recordId) ?? null } : change;
    const effect = kindNamed(change.kind).effect(whole, before, after, kindContext(site, after));
    return {
      ...effect,
      label: locale !== site.ledger.baseLocale ? say`${effect.label} in ${localeName(site, locale)}` : effect.label,
      pages: [...effect.pages],
      gained: [...effect.gained],
      lost: [...effect.lost],
      warnings: [...effect.warnings],
    };
  });
}
