import type { MenuRow } from '@contract/menus';
import { pagesNaming } from '@core/file/holders';
import { namedPage } from '@core/kinds/effect';
import { outlineOf, type MenuValue } from '@core/menu/menu';
import type { Site } from '../site/site';
import { bestValueOf } from './names';
import { isKept, lastChange, statusFields } from './record-facts';

/** Every menu, and where it shows. */
export function listMenus(site: Site): readonly MenuRow[] {
  const snapshot = site.snapshots.at();
  return site.ledger
    .recordsOf('menu')
    .filter(({ id }) => isKept(site, id))
    .map(({ id }) => {
      const { title, entries } = bestValueOf(site, id) as MenuValue;
      return {
        id,
        title,
        entryCount: outlineOf(entries).length,
        ...statusFields(site, id, null),
        ...lastChange(site, id),
        pages: pagesNaming(snapshot, id).map(each => namedPage(snapshot.pageById.get(each)!)),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, site.ledger.baseLocale));
}
