import type { Instant } from '@core/schedule/local-time';
import { DateTime } from 'luxon';

/** A time that is sensible for edges of bars at a zoom. */
interface Snap {
  readonly unit: 'minutes' | 'hours' | 'days' | 'weeks';
  readonly step: number;
}

const snaps: Readonly<Record<string, Snap>> = {
  day: { unit: 'minutes', step: 15 },
  week: { unit: 'hours', step: 1 },
  month: { unit: 'days', step: 1 },
  quarter: { unit: 'days', step: 1 },
  year: { unit: 'days', step: 1 },
  'five years': { unit: 'weeks', step: 1 },
};

const lengths = { minutes: 60_000, hours: 3_600_000, days: 86_400_000, weeks: 7 * 86_400_000 } as const;

function snapOf(zoom: string): Snap {
  return snaps[zoom] ?? snaps['quarter']!;
}

/** How many steps of a zoom lie nearest to a length of time. @param by - milliseconds, negative for earlier */
export function stepsIn(zoom: string, by: number): number {
  const { unit, step } = snapOf(zoom);
  return Math.round(by / (lengths[unit] * step)) || 0;
}

/**
 * An edge so many steps of a zoom later, or earlier. By days and weeks it keeps the time that clocks show, also where they
 * change between; by hours and minutes it comes to stand on a full one.
 */
export function stepped(zoom: string, edge: Instant, steps: number, zone: string): Instant {
  if (steps === 0) return edge;
  const { unit, step } = snapOf(zoom);
  const at = DateTime.fromMillis(edge, { zone });
  if (unit === 'days' || unit === 'weeks') return at.plus({ [unit]: steps * step }).toMillis();
  const length = lengths[unit] * step;
  // Zones lie whole quarters of an hour apart, so full hours are told from the beginning of the local one.
  const past = edge - at.startOf('hour').toMillis();
  const full = edge - (past % length);
  return full + (steps + (steps < 0 && past % length !== 0 ? 1 : 0)) * length;
}
