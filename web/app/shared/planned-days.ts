import type { PlannedRow } from '@contract/today';
import { groupBy } from '@core/collection/group-by';
import { localTimeAt } from '@core/schedule/local-time';
import { DateTime } from 'luxon';

/** A day of the site on which something changes by itself. */
export interface PlannedDay {
  /** As in 2027-03-18. */
  readonly key: string;
  readonly heading: string;
  readonly changes: readonly PlannedRow[];
}

/** Changes by the day of the site's zone on which they happen, in their order. @param withYear - whether headings name it */
export function plannedDays(
  changes: readonly PlannedRow[],
  { zone, locale }: { readonly zone: string; readonly locale: string },
  withYear = false,
): readonly PlannedDay[] {
  return [...groupBy(changes, each => localTimeAt(each.at, zone).slice(0, 10))].map(([key, together]) => ({
    key,
    heading: DateTime.fromISO(key, { locale }).toLocaleString({
      weekday: 'short',
      day: 'numeric',
      month: 'long',
      ...(withYear ? { year: 'numeric' } : {}),
    }),
    changes: together,
  }));
}
