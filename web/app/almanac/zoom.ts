import type { Instant } from '@core/schedule/local-time';
import { DateTime, Duration, type DurationLike } from 'luxon';

/** How much time is looked at at once. */
type Zoom = 'day' | 'week' | 'month' | 'quarter' | 'year' | 'five years';

interface Grain {
  readonly name: Zoom;
  readonly label: string;
  readonly length: DurationLike;
  /** With what a span begins that nobody chose: the one that holds now. */
  readonly begins: 'day' | 'week' | 'month' | 'year';
  /** What lies between two marks of the axis, and how a mark is written. */
  readonly mark: DurationLike;
  readonly format: string;
  /** Heavier marks, such as the months of a quarter. */
  readonly heavy: { readonly unit: 'day' | 'month' | 'year'; readonly format: string };
}

/** From the closest to the widest. */
export const zooms: readonly Grain[] = [
  {
    name: 'day',
    label: $localize`A day`,
    length: { days: 1 },
    begins: 'day',
    mark: { hours: 3 },
    format: 'HH:mm',
    heavy: { unit: 'day', format: 'cccc d MMMM' },
  },
  {
    name: 'week',
    label: $localize`A week`,
    length: { weeks: 1 },
    begins: 'week',
    mark: { days: 1 },
    format: 'ccc d',
    heavy: { unit: 'month', format: 'MMMM' },
  },
  {
    name: 'month',
    label: $localize`A month`,
    length: { months: 1 },
    begins: 'month',
    mark: { days: 2 },
    format: 'd',
    heavy: { unit: 'month', format: 'MMMM' },
  },
  {
    name: 'quarter',
    label: $localize`Three months`,
    length: { months: 3 },
    begins: 'month',
    mark: { weeks: 1 },
    format: 'd',
    heavy: { unit: 'month', format: 'MMMM' },
  },
  {
    name: 'year',
    label: $localize`A year`,
    length: { years: 1 },
    begins: 'year',
    mark: { months: 1 },
    format: 'LLL',
    heavy: { unit: 'year', format: 'yyyy' },
  },
  {
    name: 'five years',
    label: $localize`Five years`,
    length: { years: 5 },
    begins: 'year',
    mark: { months: 6 },
    format: 'LLL',
    heavy: { unit: 'year', format: 'yyyy' },
  },
];

/** The grain of a zoom; three months where it is none. */
export function grainOf(zoom: string | undefined): Grain {
  return zooms.find(each => each.name === zoom) ?? zooms[3]!;
}

/** In which zone and language times are written. */
export interface Manner {
  readonly zone: string;
  readonly locale: string;
}

/** A span of whole days, as it is looked at. */
export interface Sight {
  /** The first day, as in 2027-03-01. */
  readonly day: string;
  readonly from: Instant;
  readonly until: Instant;
}

/**
 * The span that a zoom shows from a day on; without a day, or with one that is none, from the beginning of this month, of
 * this week for less, and of this year for more.
 */
export function sightOf(zoom: string | undefined, day: string | undefined, now: Instant, { zone }: Manner): Sight {
  const { begins, length } = grainOf(zoom);
  const asked = DateTime.fromISO(day ?? '', { zone });
  const today = DateTime.fromMillis(now, { zone }).startOf('day');
  const start = asked.isValid && asked.year >= 1970 && asked.year < 2190 ? asked.startOf('day') : today.startOf(begins);
  return { day: start.toISODate()!, from: start.toMillis(), until: start.plus(length).toMillis() };
}

/** The first day of the span before or after one. */
export function dayBeside(zoom: string | undefined, { day }: Sight, direction: 1 | -1, { zone }: Manner): string {
  const start = DateTime.fromISO(day, { zone });
  const { length } = grainOf(zoom);
  return (direction > 0 ? start.plus(length) : start.minus(length)).toISODate()!;
}

/** A mark of the axis. */
export interface Mark {
  readonly at: Instant;
  readonly text: string;
  readonly isHeavy: boolean;
}

/** The marks of the axis over a span, heavy ones first; each stands at its local time, also where clocks change between. */
export function marksOf(zoom: string | undefined, { from, until }: Sight, { zone, locale }: Manner): readonly Mark[] {
  const { mark, format, heavy } = grainOf(zoom);
  const start = DateTime.fromMillis(from, { zone, locale });
  const heavies: Mark[] = [{ at: from, text: start.toFormat(heavy.format), isHeavy: true }];
  for (let at = start.startOf(heavy.unit).plus({ [heavy.unit]: 1 }); at.toMillis() < until; at = at.plus({ [heavy.unit]: 1 }))
    heavies.push({ at: at.toMillis(), text: at.toFormat(heavy.format), isHeavy: true });
  const light: Mark[] = [];
  for (let step = 0; step < 200; step += 1) {
    const ahead = Duration.fromDurationLike(mark).mapUnits(each => each * step);
    // Hours of the day are those that clocks show: where they change, there is one more between two marks, or one less.
    const at = ahead.hours > 0 ? start.set({ hour: ahead.hours }) : start.plus(ahead);
    if (at.toMillis() >= until || ahead.hours >= 24) break;
    light.push({ at: at.toMillis(), text: at.toFormat(format), isHeavy: false });
  }
  return [...heavies, ...light];
}
