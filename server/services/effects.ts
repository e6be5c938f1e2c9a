import type { Effect } from '@contract/messages';
import { kindNamed } from '@core/kinds/index';
import type { Overlay } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { kindContext } from './names';

/** What changes would do to the site at a moment, one answer per change. */
export function effectsOf(site: Site, changes: readonly Overlay[], moment: number | null): readonly Effect[] {
  const before = site.snapshots.at(moment);
  const after = site.snapshots.with(changes, moment);
  const context = kindContext(site, after);
  return changes.map(change => {
    const effect = kindNamed(change.kind).effect(change, before, after, context);
    return { ...effect, pages: [...effect.pages], gained: [...effect.gained], lost: [...effect.lost], warnings: [...effect.warnings] };
  });
}
