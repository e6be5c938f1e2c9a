import { listOf } from '../../format/moment';
import { kindOfDate, type SeasonDate, type SeasonValue } from '../../season/season';
import { say, told } from '../../tongue/say';
import { namedByRules } from '../named-by-rules';
import type { Kind } from '../kind';
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
    source: {
      label: 'Taken from',
      describe: (source: SeasonValue['source'] | null) => (source ? say`“${source.event}” at ${source.address}` : ''),
    },
  },
  references: () => [],
  words: value => value.reason,
  found: (_id, value) => ({ detail: value.reason, pageId: null }),
  ...namedByRules,
  whereabouts: () => told('season'),
  faults: () => [],
};
