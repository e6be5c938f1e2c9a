import { lengthOf, repeatsOf, takesPlaceOf } from '../page/page';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import * as repetition from '../schedule/repetition';
import type { PageNode } from '../site/snapshot';

type Dated = Pick<PageNode, 'value'>;

/** When what a page tells of began that is going on, or begins next or, where it does not any more, began last; null when it does not say. */
export function startOf(page: Dated, moment: Instant): Instant | null {
  return comingStart(page, moment) ?? lastStart(page, moment);
}

/** When what a page tells of began, where that is going on at a moment; null where nothing is, or no end is known. */
export function runningStart(page: Dated, moment: Instant): Instant | null {
  if (lengthOf(page.value) === null) return null;
  const last = lastStart(page, moment);
  return last !== null && endOf(page, last)! > moment ? last : null;
}

/** When what a page tells of began that is going on, or begins next; null where all of it is over. */
export function comingStart(page: Dated, moment: Instant): Instant | null {
  return runningStart(page, moment) ?? nextStart(page, moment);
}

/** When what a page tells of began last of what is over; null where nothing is yet. */
export function pastStart(page: Dated, moment: Instant): Instant | null {
  const running = runningStart(page, moment);
  return lastStart(page, running === null ? moment : running - 1);
}

/** When what a page tells of begins or ends next, after a moment; infinite where it does not. */
export function nextTurn(page: Dated, moment: Instant): Instant {
  const running = runningStart(page, moment);
  return Math.min(running === null ? Infinity : endOf(page, running)!, nextStart(page, moment) ?? Infinity);
}

/** When what a page tells of begins next, after a moment. */
export function nextStart({ value }: Dated, moment: Instant): Instant | null {
  const first = takesPlaceOf(value);
  return first && repetition.nextStart(first, repeatsOf(value), moment);
}

/** The next times at which what a page tells of begins, after a moment. */
export function startsAfter({ value }: Dated, moment: Instant, most: number): readonly Instant[] {
  const first = takesPlaceOf(value);
  return first ? repetition.startsAfter(first, repeatsOf(value), moment, most) : [];
}

/** When what a page tells of began last, up to a moment. */
export function lastStart({ value }: Dated, moment: Instant): Instant | null {
  const first = takesPlaceOf(value);
  return first && repetition.lastStart(first, repeatsOf(value), moment);
}

/** Every time at which what a page tells of begins within a span. */
export function startsWithin({ value }: Dated, span: Interval): readonly Instant[] {
  const first = takesPlaceOf(value);
  return first ? repetition.startsWithin(first, repeatsOf(value), span) : [];
}

/** When what a page tells of ends that begins at an instant; null when it does not say. */
export function endOf({ value }: Dated, start: Instant): Instant | null {
  const length = lengthOf(value);
  return length === null ? null : start + length;
}

/** Until when what is told of a page’s next time holds. */
export function startHoldsUntil(page: Dated, moment: Instant): Instant {
  return repeatsOf(page.value) ? nextTurn(page, moment) : Infinity;
}
