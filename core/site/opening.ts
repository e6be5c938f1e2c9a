import { instantOf, type Instant, type LocalTime } from '../schedule/local-time';

/** Whether readers may see the site: at once, from a moment on, or not until somebody opens it. */
export interface Opening {
  readonly isOpen: boolean;
  /** While it is closed, when it opens by itself; null waits for somebody to open it. */
  readonly opensAt: LocalTime | null;
}

/** A site that anybody may read. */
export const open: Opening = { isOpen: true, opensAt: null };

/** When a site opens; minus infinity for one that is open, infinity for one that waits to be opened. */
export function openingMoment({ isOpen, opensAt }: Opening): Instant {
  if (isOpen) return -Infinity;
  return opensAt === null ? Infinity : instantOf(opensAt);
}
