import type { Today } from '@contract/today';
import { openingMoment } from '@core/site/opening';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';

/** What a new site still lacks, as the ledger and the settings have it, for whoever can do something about it. */
export function firstStepsFor(site: Site, { roles }: Person): Today['firstSteps'] {
  const { settings, people, ledger } = site;
  if (!settings.showsFirstSteps || !roles.includes('administrator')) return [];
  const staff = [...people.values()].filter(each => each.roles.length > 0);
  // Editions are held in the order in which they were written.
  const [first] = ledger.editions.values();
  const hasPlaced = ledger.recordsOf('placement').some(each => each.createdAt > (first?.createdAt ?? -Infinity));
  return [
    { name: 'placement', isDone: hasPlaced },
    { name: 'picture', isDone: ledger.recordsOf('file').length > 0 },
    { name: 'people', isDone: staff.length > 1 },
    { name: 'address', isDone: site.publicAddress !== '' },
    { name: 'open', isDone: openingMoment(settings.opening) < Infinity },
  ];
}
