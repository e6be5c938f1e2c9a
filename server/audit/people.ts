import type { Person } from '../repositories/people-repository';
import type { Done } from './record';

/** What an entry is about, where it is about somebody: by their id alone, so that whoever is forgotten is forgotten here too. */
export function aboutPerson({ id }: Pick<Person, 'id'>): Pick<Done, 'kind' | 'subjectId'> {
  return { kind: 'person', subjectId: id };
}

/** What somebody may do, as the log keeps it. */
export function rightsTold({ grants, memberships, deactivatedAt }: Pick<Person, 'grants' | 'memberships' | 'deactivatedAt'>): object {
  return { grants, memberships, isActive: deactivatedAt === null };
}
