import { repeatsOf, takesPlaceOf } from '../page/page';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import * as repetition from '../schedule/repetition';
import type { PageNode } from '../site/snapshot';

type Dated = Pick<PageNode, 'value'>;

/** When what a page tells of begins next or, where it does not any more, began last; null when it does not say. */
export function startOf(page: Dated, moment: Instant): Instant | null {
  return nextStart(page, moment) ?? lastStart(page, moment);
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

/** Until when what is told of a page’s next time holds. */
export function startHoldsUntil(page: Dated, moment: Instant): Instant {
  return repeatsOf(page.value) ? (nextStart(page, moment) ?? Infinity) : Infinity;
}
