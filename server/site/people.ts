import { readPeople, type Person } from '../repositories/people-repository';
import type { Site } from './site';

/** Reads anew who there is and what they may, as after a change of it by this or another program. */
export async function refreshPeople(site: Site): Promise<void> {
  const { people } = await readPeople(site.knex);
  const known = site.people as Map<string, Person>;
  known.clear();
  for (const person of people) known.set(person.id, person);
}
