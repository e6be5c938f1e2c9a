import { localTime } from '@contract/common';
import type { HeldMembership } from '@core/people/membership';
import { rolesHeld, type Grant } from '@core/rights/grants';
import { roles, type Role } from '@core/workflow/workflow';
import type { Knex } from 'knex';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import type { Unreadable } from './readable';
import { fromRow, toRow } from './rows';

/** Somebody who can sign in: staff with roles, or a reader with memberships. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** Empty until they have chosen a password. */
  readonly passwordHash: string;
  /** What they may do, where and in which locales. */
  readonly grants: readonly Grant[];
  /** The roles of the grants. */
  readonly roles: readonly Role[];
  readonly memberships: readonly HeldMembership[];
  /** What a reader says of themself, by the name of the field. */
  readonly profile: Readonly<Record<string, string>>;
  /** Tag of the language in which they have the editor; empty goes by their browser. */
  readonly language: string;
  /** UTC milliseconds. */
  readonly createdAt: number;
  /** UTC milliseconds; null while the account is in use. */
  readonly deactivatedAt: number | null;
}

/** Somebody who has not chosen a password yet. @param at - UTC milliseconds */
export function freshPerson(name: string, email: string, at: number): Person {
  return {
    id: uuidv7(),
    name: name.trim(),
    email: email.trim().toLowerCase(),
    passwordHash: '',
    grants: [],
    roles: [],
    memberships: [],
    profile: {},
    language: '',
    createdAt: at,
    deactivatedAt: null,
  };
}

const json = ['grants', 'memberships', 'profile'];

// Older versions held memberships by their names alone.
const membership = z.union([
  z.string().transform((name): HeldMembership => ({ name, from: null, until: null })),
  z.object({ name: z.string(), from: localTime.nullable(), until: localTime.nullable() }),
]);

const stored = z.object({
  id: z.string().min(1),
  name: z.string(),
  email: z.string(),
  passwordHash: z.string(),
  grants: z.array(z.object({ role: z.enum(roles), sections: z.array(z.string()), locales: z.array(z.string()) })),
  memberships: z.array(membership),
  profile: z.record(z.string(), z.string()),
  language: z.string(),
  createdAt: z.number(),
  deactivatedAt: z.number().nullable(),
});

/** Everybody who can be read, by name, and who cannot. */
export async function readPeople(knex: Knex): Promise<{ people: readonly Person[]; unreadable: readonly Unreadable[] }> {
  const people: Person[] = [];
  const unreadable: Unreadable[] = [];
  for (const row of (await knex('people').orderBy('name')) as Record<string, unknown>[]) {
    try {
      people.push(personOfRow(row));
    } catch (error) {
      unreadable.push({ table: 'people', row: String(row['id']), recordId: null, kind: null, why: (error as Error).message });
    }
  }
  return { people, unreadable };
}

function personOfRow(row: Record<string, unknown>): Person {
  let person: unknown;
  try {
    person = fromRow<Person>(row, json);
  } catch {
    throw new RangeError('grants, memberships or profile are not JSON');
  }
  const parsed = stored.safeParse(person);
  if (!parsed.success) throw new RangeError(`${parsed.error.issues[0]!.path.join('/')} cannot be read`);
  return { ...parsed.data, roles: rolesHeld(parsed.data.grants) };
}

/** The person with that e-mail address; letter case does not matter. */
export async function personByEmail(knex: Knex, email: string): Promise<Person | undefined> {
  const row = await knex('people').where({ email: email.toLowerCase() }).first();
  return row && personOfRow(row as Record<string, unknown>);
}

/** Adds somebody. */
export async function insertPerson(knex: Knex, { roles: _, ...person }: Person): Promise<void> {
  await knex('people').insert(toRow({ ...person, email: person.email.toLowerCase() }, json));
}

/** Changes something of somebody. */
export async function updatePerson(knex: Knex, id: string, change: Partial<Omit<Person, 'id' | 'roles'>>): Promise<void> {
  await knex('people').where({ id }).update(toRow(change, json));
}

/** Whether anything that was written names somebody, so that they cannot be forgotten without it. */
export async function isNamedInLedger(knex: Knex, id: string): Promise<boolean> {
  const places = [
    ['records', 'created_by'],
    ['revisions', 'created_by'],
    ['editions', 'created_by'],
    ['proposals', 'created_by'],
    ['publication_entries', 'recorded_by'],
    ['edition_moves', 'made_by'],
    ['remarks', 'made_by'],
  ] as const;
  for (const [table, column] of places) if (await knex(table).where(column, id).first(column)) return true;
  return false;
}

/** Forgets somebody, with all that is kept of them. */
export async function deletePerson(knex: Knex, id: string): Promise<void> {
  for (const table of ['saved_filters', 'access_tokens', 'notices', 'notice_choices']) await knex(table).where({ person_id: id }).delete();
  await knex('people').where({ id }).delete();
}
