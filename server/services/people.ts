import type { Invitation, PersonChange, PersonRow } from '@contract/people';
import { namedPage } from '@core/kinds/effect';
import { rolesHeld, type Grant } from '@core/rights/grants';
import { membershipsAt } from '@core/people/membership';
import type { ProfileField } from '@core/people/profile';
import { instantOf } from '@core/schedule/local-time';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { aboutPerson, rightsTold } from '../audit/people';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import { openInvitations } from '../repositories/access-tokens-repository';
import {
  deletePerson,
  freshPerson,
  insertPerson,
  isNamedInLedger,
  personByEmail,
  updatePerson,
  type Person,
} from '../repositories/people-repository';
import { endSessionsOf, readSessions } from '../repositories/sessions-repository';
import { refreshPeople } from '../site/people';
import { csvTable } from './csv-table';
import { refuseUnless } from './rights';
import type { Site } from '../site/site';
import { sendInvitation } from './access';

/** Everybody with an account, by name. @throws Refusal when the person may not know */
export async function listPeople(site: Site, person: Person): Promise<readonly PersonRow[]> {
  refuseUnless(person, 'change people');
  const [invitations, sessions] = [await openInvitations(site.knex), await readSessions(site.knex)];
  const snapshot = site.snapshots.at();
  const now = site.clocks.content();
  return [...site.people.values()]
    .map((each): PersonRow => {
      const { id, name, email, grants, roles, memberships, createdAt } = each;
      const isInvited = each.passwordHash === '';
      return {
        id,
        name,
        email,
        grants: grants.map(grant => namedGrant(grant, snapshot)),
        roles: [...roles],
        memberships: [...memberships],
        profile: each.profile,
        holds: [...membershipsAt(memberships, now)],
        state: each.deactivatedAt !== null ? 'deactivated' : isInvited ? 'invited' : 'active',
        invitedUntil: isInvited ? (invitations.get(id) ?? null) : null,
        createdAt,
        sessionCount: sessions.filter(session => session.personId === id).length,
      };
    })
    .sort((a, b) => a.name.localeCompare(b.name, site.ledger.baseLocale));
}

/** A grant with its sections by name; sections that are gone are left out. */
export function namedGrant({ role, sections, locales }: Grant, snapshot: SiteSnapshot): PersonRow['grants'][number] {
  const pages = sections.flatMap(id => {
    const page = snapshot.pageById.get(id);
    return page ? [namedPage(page)] : [];
  });
  return { role, sections: pages, locales: [...locales] };
}

/** The readers as a table: those with an account and no role. */
export function readersCsv(people: readonly PersonRow[], fields: readonly ProfileField[]): string {
  const rows = people
    .filter(each => each.roles.length === 0)
    .map(({ name, email, holds, state, createdAt, profile }) => [
      name,
      email,
      holds.join(' '),
      state,
      new Date(createdAt).toISOString(),
      ...fields.map(field => profile[field.name] ?? ''),
    ]);
  return csvTable(['name', 'e-mail', 'memberships', 'state', 'since', ...fields.map(field => field.label)], rows);
}

/** Adds somebody and sends them a link to choose a password. @returns their id */
export async function invitePerson(site: Site, by: Person, invitation: Invitation): Promise<string> {
  refuseUnless(by, 'change people');
  const faults = faultsOf(site, invitation);
  if (await personByEmail(site.knex, invitation.email))
    faults.push({ pointer: '/email', detail: say`Somebody has an account with this address.` });
  if (faults.length > 0) refuseInvalid(faults);
  const { name, email, grants, memberships } = invitation;
  const person: Person = { ...freshPerson(name, email, site.clocks.running()), grants, roles: rolesHeld(grants), memberships };
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await insertPerson(transaction, person);
      await writeDown(transaction, site.clocks.running(), [{ act: 'invite', ...aboutPerson(person), after: rightsTold(person) }]);
    }),
  );
  await refreshPeople(site);
  await sendInvitation(site, person, by);
  return person.id;
}

/** Sends somebody who has not come yet another link; the earlier one no longer works. */
export async function inviteAgain(site: Site, by: Person, id: string): Promise<void> {
  refuseUnless(by, 'change people');
  const person = personOf(site, id);
  if (person.passwordHash !== '') throw new Refusal('conflict', say`${person.name} has chosen a password already.`);
  await sendInvitation(site, person, by);
}

/** Changes what somebody may do, or whether they may sign in at all. It holds from their next request on. */
export async function changePerson(site: Site, by: Person, id: string, change: PersonChange): Promise<void> {
  refuseUnless(by, 'change people');
  const faults = faultsOf(site, change);
  if (faults.length > 0) refuseInvalid(faults);
  await site.writes.run(async () => {
    const person = personOf(site, id);
    const { isActive, ...parts } = change;
    const roles = change.grants ? rolesHeld(change.grants) : person.roles;
    const isStaying = isActive ?? person.deactivatedAt === null;
    if (!(isStaying && roles.includes('administrator'))) refuseLast(site, person);
    await inTransaction(site.knex, async transaction => {
      const deactivatedAt = isStaying ? null : (person.deactivatedAt ?? site.clocks.running());
      await updatePerson(transaction, id, { ...parts, deactivatedAt });
      await writeDown(transaction, site.clocks.running(), [
        { act: 'change', ...aboutPerson(person), before: rightsTold(person), after: rightsTold({ ...person, ...parts, deactivatedAt }) },
      ]);
      if (!isStaying) await endSessionsOf(transaction, id, null);
    });
    await refreshPeople(site);
  });
}

/** Forgets somebody on their request. Whoever is named by what was written stays by name and is deactivated instead. */
export async function forgetPerson(site: Site, by: Person, id: string): Promise<void> {
  refuseUnless(by, 'change people');
  await site.writes.run(async () => {
    const person = personOf(site, id);
    refuseLast(site, person);
    if (await isNamedInLedger(site.knex, id))
      throw new Refusal(
        'conflict',
        say`What ${person.name} wrote names them and stays theirs. Deactivate the account instead: nobody can sign in with it then.`,
      );
    await inTransaction(site.knex, async transaction => {
      await endSessionsOf(transaction, id, null);
      await deletePerson(transaction, id);
      await writeDown(transaction, site.clocks.running(), [{ act: 'forget', kind: 'person', subjectId: id }]);
    });
    await refreshPeople(site);
  });
}

function personOf(site: Site, id: string): Person {
  const person = site.people.get(id);
  if (!person) throw new Refusal('not-found', say`There is nobody with this id.`);
  return person;
}

// Without one nobody could ever change who may do what.
function refuseLast(site: Site, person: Person): void {
  const isOne = (each: Person) => each.roles.includes('administrator') && each.deactivatedAt === null && each.passwordHash !== '';
  if (isOne(person) && [...site.people.values()].filter(isOne).length === 1)
    throw new Refusal('conflict', say`${person.name} is the last administrator. Make somebody else one first.`);
}

function faultsOf(site: Site, { grants = [], memberships = [] }: PersonChange): Fault[] {
  const snapshot = site.snapshots.at();
  return [
    ...grants.flatMap(({ sections, locales }, at) => [
      ...sections.flatMap((id, nth) =>
        snapshot.pageById.has(id) ? [] : [{ pointer: `/grants/${at}/sections/${nth}`, detail: say`That page is gone.` }],
      ),
      ...locales.flatMap((tag, nth) =>
        site.settings.locales.some(each => each.tag === tag)
          ? []
          : [{ pointer: `/grants/${at}/locales/${nth}`, detail: say`The site has no such locale.` }],
      ),
    ]),
    ...memberships.flatMap(({ name, from, until }, at) => [
      ...(site.settings.memberships.some(each => each.name === name)
        ? []
        : [{ pointer: `/memberships/${at}/name`, detail: say`There is no such membership.` }]),
      ...(from && until && instantOf(until) <= instantOf(from)
        ? [{ pointer: `/memberships/${at}/until`, detail: say`The end must lie after the beginning.` }]
        : []),
    ]),
  ];
}
