import { listOf } from '../../format/moment';
import { pagesWith, placedFollowing } from '../../plan/presence';
import { either, emptySet } from '../../reach/bit-set';
import { governedBy } from '../../reach/governed';
import { pagesReached } from '../../reach/reach';
import { kindOfDate, type SeasonDate, type SeasonValue } from '../../season/season';
import { say, told } from '../../tongue/say';
import { followerFaults } from '../followers';
import type { Kind } from '../kind';
import { sharedRuleEffect } from '../shared-rule/effect';
import { seasonSchema } from './schema';

/** How many of a season's dates are recited; the rest are counted. */
const mostRecited = 12;

/** A season: dates under a name by which rules ask for them. */
export const season: Kind<SeasonValue> = {
  name: 'season',
  rights: {
    write: ['editor', 'manager', 'administrator'],
    review: ['editor', 'administrator'],
    publish: ['administrator'],
  },
  schema: seasonSchema,
  title: value => value.title,
  ownFields: {
    title: { label: 'Title', isProse: true },
    reason: { label: 'Because', isProse: true },
    dates: {
      label: 'Dates',
      describe: (dates: readonly SeasonDate[], { style, names }) => {
        const said = dates.slice(0, mostRecited).map(each => kindOfDate(each).phrase(each, style, names));
        return dates.length > mostRecited ? say`${said.join('; ')} and ${dates.length - mostRecited} more` : listOf(said);
      },
    },
  },
  references: () => [],
  words: value => value.reason,
  found: (_id, value) => ({ detail: value.reason, pageId: null }),
  effect: sharedRuleEffect,
  pagesToSee: (id, _value, snapshot) => governedBy(snapshot, id).flatMap(each => pagesReached(snapshot, each.value)),
  pagesChanged: () => [],
  pagesAt: (id, plan, moment) =>
    placedFollowing(plan, id, moment).reduce((some, each) => either(some, pagesWith(plan, each, moment)), emptySet(plan.universe.size)),
  whereabouts: () => told('season'),
  faults: () => [],
  faultsOfTakingOff: followerFaults,
};
