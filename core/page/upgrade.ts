import type { PageValue } from './page';

/** A stored page whose version this program does not know. */
export class UnknownPageVersion extends RangeError {
  constructor(readonly version: unknown) {
    super(`Pages of version ${String(version)} are not known here`);
  }
}

type Stored = Readonly<Record<string, unknown>>;

/** One step from a version to the next. */
const steps = new Map<unknown, (page: Stored) => Stored>([
  // Version 1 could not say "follows the page above": no readers of its own meant nothing had been said.
  [1, page => ({ ...page, version: 2, readers: isEmptyGroup(page['readers']) ? null : page['readers'] })],
]);

/**
 * Brings a stored page up to the present version, step by step.
 * @throws UnknownPageVersion when its version is none that this program knows
 */
export function upgradePage(stored: unknown): PageValue {
  let page = (stored ?? {}) as Stored;
  while (page['version'] !== 2) {
    const step = steps.get(page['version']);
    if (!step) throw new UnknownPageVersion(page['version']);
    page = step(page);
  }
  return page as unknown as PageValue;
}

function isEmptyGroup(readers: unknown): boolean {
  return typeof readers === 'object' && readers !== null && Object.keys(readers).length === 0;
}
