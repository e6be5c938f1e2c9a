import type { Reader } from '@contract/messages';
import { withArticle } from '@core/format/moment';
import { wholeGrant } from '@core/rights/grants';
import { membershipsAt } from '@core/people/membership';
import { say } from '@core/tongue/say';
import { roles, type Role } from '@core/workflow/workflow';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { refuseUnless } from './rights';

/** The person as whom the product is shown, with the roles and sections of the role or person looked as. */
export function personSeen(site: Site, person: Person, as: string | undefined): Person {
  if (as === undefined) return person;
  if (isRole(as)) return { ...person, grants: [wholeGrant(as)], roles: [as], memberships: [] };
  const other = site.people.get(as);
  return other ? { ...person, id: other.id, grants: other.grants, roles: other.roles, memberships: other.memberships } : person;
}

/** As whom, in words; null as themself. */
export function labelOfLook(site: Site, as: string | undefined): string | null {
  if (as === undefined) return null;
  if (isRole(as)) return withArticle(as);
  const other = site.people.get(as);
  return other ? `${other.name} (${other.roles.join(', ')})` : null;
}

/**
 * A reader that is looked as. Somebody by name is what they are at that moment: their memberships begin and end.
 * @param moment - UTC milliseconds; null is now
 * @throws Refusal when the person may not know who has an account
 */
export function readerLookedAs(
  site: Site,
  person: Person,
  reader: Reader,
  moment: number | null,
  pointer = '/vantage/reader/person',
): Reader {
  const { person: id } = reader;
  if (id === undefined) return reader;
  refuseUnless(person, 'look at pages as somebody');
  const other = site.people.get(id);
  if (!other) throw new Refusal('invalid', say`There is nobody with this id.`, [{ pointer, detail: say`Nobody has this id.` }]);
  const memberships = membershipsAt(other.memberships, moment ?? site.clocks.content());
  return { person: id, signedIn: true, roles: [...other.roles], memberships: [...memberships] };
}

/** Checks whom somebody wants to look as. @throws Refusal when they may not, or there is no such person on the staff */
export function checkedLook(site: Site, person: Person, as: string | null): string | undefined {
  if (as === null) return undefined;
  refuseUnless(person, 'look as another');
  if (!isRole(as) && (site.people.get(as)?.roles.length ?? 0) === 0)
    throw new Refusal('invalid', say`There is nobody on the staff with this id.`, [{ pointer: '/as', detail: say`Nobody on the staff.` }]);
  return as;
}

function isRole(as: string): as is Role {
  return roles.some(role => role === as);
}
