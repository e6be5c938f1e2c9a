import type { Role } from '@core/workflow/workflow';
import type { Knex } from 'knex';
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

/** Everybody, by name. */
export async function readPeople(knex: Knex): Promise<readonly Person[]> {
  return (await knex('people').orderBy('name')).map(row => fromRow<Person>(row, json));
}

/** The person with that e-mail address; letter case does not matter. */
export async function personByEmail(knex: Knex, email: string): Promise<Person | undefined> {
  const row = await knex('people').where({ email: email.toLowerCase() }).first();
  return row && fromRow<Person>(row, json);
}

/** Adds somebody. */
export async function insertPerson(knex: Knex, person: Person): Promise<void> {
  await knex('people').insert(toRow({ ...person, email: person.email.toLowerCase() }, json));
}
