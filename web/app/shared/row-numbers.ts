import type { View } from '@contract/messages';

/** The numbers of what shows on a page, by placement; what is away has none. */
export function rowNumbers(view: View | null | undefined): ReadonlyMap<string, number> {
  const rows = (view?.targets ?? []).flatMap(target => target.rows);
  return new Map(rows.flatMap(row => (row.number === null ? [] : [[row.placementId, row.number] as const])));
}
