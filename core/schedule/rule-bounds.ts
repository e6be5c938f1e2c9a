/** What the parts of a recurrence rule may hold: smallest and largest, by absolute value for those that count from either end. @see RFC 5545 section 3.3.10 */
const ranges: ReadonlyMap<string, readonly [least: number, most: number, fromEitherEnd: boolean]> = new Map([
  ['INTERVAL', [1, 1_000, false]],
  ['COUNT', [1, 10_000, false]],
  ['BYMONTH', [1, 12, false]],
  ['BYMONTHDAY', [1, 31, true]],
  ['BYYEARDAY', [1, 366, true]],
  ['BYWEEKNO', [1, 53, true]],
  ['BYSETPOS', [1, 366, true]],
  ['BYHOUR', [0, 23, false]],
  ['BYMINUTE', [0, 59, false]],
]);

/** Parts that are read as they are. */
const others: ReadonlySet<string> = new Set(['FREQ', 'UNTIL', 'WKST', 'BYDAY']);

/** The most openings that a rule may have on one day. */
const mostADay = 24;

/** The most days that the months have, leap years included. */
const daysOfMonths = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/**
 * Whether every part of a recurrence rule is one that is known and within its range, so that no rule that is stored can
 * make a walk without end.
 */
export function isWithinBounds(rule: string): boolean {
  if (/[^A-Z0-9=;,+-]/.test(rule)) return false;
  const parts = new Map(rule.split(';').map((part): [string, string | undefined] => [part.split('=')[0]!, part.split('=')[1]]));
  for (const [name, value] of parts) {
    if (value === undefined) return false;
    const range = ranges.get(name);
    if (!range && !others.has(name)) return false;
    if (range && !value.split(',').every(each => isInRange(each, range))) return false;
  }
  if (parts.has('BYWEEKNO') && parts.get('FREQ') !== 'YEARLY') return false;
  const count = (name: string) => parts.get(name)?.split(',').length ?? 1;
  return count('BYHOUR') * count('BYMINUTE') <= mostADay && hasSomeDate(parts);
}

function isInRange(text: string, [least, most, fromEitherEnd]: readonly [number, number, boolean]): boolean {
  if (!/^[+-]?\d{1,5}$/.test(text)) return false;
  const value = fromEitherEnd ? Math.abs(Number(text)) : Number(text);
  return value >= least && value <= most;
}

// The 30th of February never comes.
function hasSomeDate(parts: ReadonlyMap<string, string | undefined>): boolean {
  const days = parts
    .get('BYMONTHDAY')
    ?.split(',')
    .map(each => Math.abs(Number(each)));
  const months = parts.get('BYMONTH')?.split(',').map(Number);
  return !days || !months || months.some(month => days.some(each => each <= daysOfMonths[month - 1]!));
}
