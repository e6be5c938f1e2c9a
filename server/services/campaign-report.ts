import type { CampaignDay } from '@contract/fielded';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { readDayCountsOf } from '../repositories/day-counts-repository';
import type { Site } from '../site/site';
import { csvTable } from './csv-table';
import { refuseUnless } from './rights';

/** How often a campaign was seen and followed, day by day. @throws Refusal for whoever may not write campaigns */
export async function campaignReport(site: Site, person: Person, id: string): Promise<readonly CampaignDay[]> {
  refuseUnless(person, 'write', { written: [{ kind: 'campaign', locale: site.ledger.baseLocale, isBase: true }] });
  const record = site.ledger.records.get(id);
  if (record?.kind !== 'campaign') throw new Refusal('not-found', say`There is no such campaign.`);
  await site.counts.write(site.knex);
  const days = new Map<string, { day: string; seen: number; followed: number }>();
  for (const { what, day, count } of await readDayCountsOf(site.knex, ['seen', 'followed'], [id])) {
    const known = days.get(day) ?? { day, seen: 0, followed: 0 };
    days.set(day, { ...known, [what]: count });
  }
  return [...days.values()];
}

/** The same as a table. */
export function campaignCsv(days: readonly CampaignDay[]): string {
  return csvTable(
    ['day', 'seen', 'followed'],
    days.map(({ day, seen, followed }) => [day, seen, followed]),
  );
}
