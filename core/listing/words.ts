import type { FieldValues } from '../fields/field';
import { writeMoment, type MomentStyle } from '../format/moment';
import { shelvedAt } from '../page/back-shelf';
import { topicsOf } from '../page/page';
import type { Instant } from '../schedule/local-time';
import type { PageNode } from '../site/snapshot';
import { say } from '../tongue/say';
import { mostListed, type LeftOut, type ListingContext } from './listing';
import { startOf } from './start';

/** Why a page is in a listing, as far as that is not plain from where it stands. */
export function listedWords(
  page: PageNode,
  fields: FieldValues,
  { current, snapshot }: Pick<ListingContext, 'current' | 'snapshot'>,
): string {
  switch (fields['source']) {
    case 'picked':
      return say`picked by hand`;
    case 'related': {
      if (page === current) return say`the page being read`;
      const mine = new Set(topicsOf(current!.value));
      const both = topicsOf(page.value).filter(each => mine.has(each));
      const all = new Set([...mine, ...topicsOf(page.value)]).size;
      return say`${both.length} of ${all} topics in common: ${both.join(', ')}`;
    }
    case 'referring':
      return say`leads to the page being read`;
    default: {
      const start = page.parent ? page.parent.value.title : snapshot.front?.value.title;
      return say`beneath “${start ?? ''}”`;
    }
  }
}

/** Why a page is not in a listing at a moment. */
export function leftOutWords(page: PageNode, why: LeftOut, fields: FieldValues, style: MomentStyle, moment: Instant): string {
  const days = Number(fields['withinDays'] ?? 0);
  const start = startOf(page, moment);
  const starts = start === null ? '' : writeMoment(start, style);
  switch (why) {
    case 'being read':
      return say`it is the page being read`;
    case 'without':
      return say`left out by hand, or beneath one that is`;
    case 'type':
      return say`of another type: ${page.value.type}`;
    case 'words':
      return say`says none of the words`;
    case 'authors':
      return say`written by somebody else`;
    case 'without authors':
      return say`written by somebody who is left out`;
    case 'featured':
      return say`is featured`;
    case 'not featured':
      return say`is not featured`;
    case 'before':
      return say`of an earlier date`;
    case 'after':
      return say`of a later date`;
    case 'topics':
      return say`has none of the topics`;
    case 'without topics':
      return say`has one of the topics that are left out`;
    case 'nothing in common':
      return say`has no topic in common with the page being read`;
    case 'readers':
      return say`is not for this reader`;
    case 'on the back shelf':
      return say`on the back shelf since ${writeMoment(shelvedAt(page.value), style)}`;
    case 'not on the back shelf':
      return say`not on the back shelf`;
    case 'has begun':
      return start === null ? say`takes place at no set time` : say`has begun: ${starts}`;
    case 'has not taken place':
      return start === null ? say`takes place at no set time` : say`is not over yet: ${starts}`;
    case 'too far ahead':
      return say`begins later than in ${days} days: ${starts}`;
    case 'too old':
      return say`longer ago than ${days} days`;
    case 'not around':
      return start === null ? say`takes place at no set time` : say`not within ${days} days of the page being read: ${starts}`;
    case 'skipped':
      return say`one of the first ${Number(fields['skip'])}, which are left out`;
    case 'beyond the most':
      return say`there is room for ${Number(fields['most']) || mostListed}`;
  }
}
