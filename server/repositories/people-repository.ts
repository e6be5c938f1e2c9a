import { roles, type Role } from '@core/workflow/workflow';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Unreadable } from './readable';
import { fromRow, toRow } from './rows';

/** Somebody who can sign in: staff with roles, or a reader with memberships. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly passwordHash: string;
  readonly roles: readonly Role[];
  readonly memberships: readonly string[];
  /** Ids of the pages beneath which the person publishes; none means everywhere. */
  readonly sections: readonly string[];
}

const json = ['roles', 'memberships', 'sections'];

const stored = z.object({
  id: z.string().min(1),
  name: z.string(),
  email: z.string(),
  passwordHash: z.string(),
  roles: z.array(z.enum(roles)),
  memberships: z.array(z.string()),
  sections: z.array(z.string()),
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
    throw new RangeError('roles, memberships or sections are not JSON');
  }
  const parsed = stored.safeParse(person);
  if (!parsed.success) throw new RangeError(`${parsed.error.issues[0]!.path.join('/')} cannot be read`);
  return parsed.data;
}

/** The person with that e-mail address; letter case does not matter. */
export async function personByEmail(knex: Knex, email: string): Promise<Person | undefined> {
  const row = await knex('people').where({ email: email.toLowerCase() }).first();
  return row && personOfRow(row as Record<string, unknown>);
}

/** Adds somebody. */
export async function insertPerson(knex: Knex, person: Person): Promise<void> {
  await knex('people').insert(toRow({ ...person, email: person.email.toLowerCase() }, json));
}
