import type { FieldedKindName, FieldedRow } from '@contract/fielded';
import { pagesNaming } from '@core/file/holders';
import { namedPage } from '@core/kinds/effect';
import type { FieldedValue } from '@core/kinds/fielded/fielded';
import type { Site } from '../site/site';
import { bestValueOf } from './names';
import { isKept, lastChange, statusFields } from './record-facts';

/** Every record of a kind made of fields, and where it shows. */
export function listFielded(site: Site, kind: FieldedKindName): readonly FieldedRow[] {
  const snapshot = site.snapshots.at();
  return site.ledger
    .recordsOf(kind)
    .filter(({ id }) => isKept(site, id))
    .map(({ id }) => {
      const { title, fields } = bestValueOf(site, id) as FieldedValue;
      return {
        id,
        title,
        detail: typeof fields['client'] === 'string' ? fields['client'] : '',
        ...statusFields(site, id, null),
        ...lastChange(site, id),
        pages: pagesNaming(snapshot, id).map(each => namedPage(snapshot.pageById.get(each)!)),
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title, site.ledger.baseLocale));
}
