import { block } from './block';
import { campaign } from './campaign';
import { carousel } from './carousel';
import { expectation } from './expectation';
import { file } from './file';
import { forwarding } from './forwarding';
import type { Found } from '@contract/assembling';
import type { KindPlaces, Place } from './kind-places';
import { menu } from './menu';
import { page } from './page';
import { placement } from './placement';
import { season } from './season';
import { sharedRule } from './shared-rule';

const byName = new Map(
  [page, block, placement, menu, file, carousel, campaign, forwarding, season, sharedRule, expectation].map(each => [each.name, each]),
);

/** Where records of a kind are worked on. @throws RangeError for a kind that the editor does not know */
export function placesOf(kind: string): KindPlaces {
  const places = byName.get(kind);
  if (!places) throw new RangeError(`The editor knows no kind of record “${kind}”`);
  return places;
}

/** Where one goes on working on a record: in its form, or where it is found when its kind has none. */
export function workedOnAt(found: Found): Place {
  const { writer, foundAt } = placesOf(found.kind);
  return writer ? { link: [writer, found.id], query: {} } : foundAt(found);
}
