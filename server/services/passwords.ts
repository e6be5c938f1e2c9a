import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { normalPassword } from '@core/people/password';
import { personByEmail, type Person } from '../repositories/people-repository';
import type { Site } from '../site/site';

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;

/** A salted hash of a password by scrypt, in the form "salt:key", both base64. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `${salt.toString('base64')}:${(await derive(normalPassword(password), salt, 32)).toString('base64')}`;
}

/** The person whose e-mail address and password these are, or null. Takes as long for an unknown address as for a wrong password. */
export async function authenticate(site: Site, email: string, password: string): Promise<Person | null> {
  const person = await personByEmail(site.knex, email);
  const [salt, key] = (person?.passwordHash || 'AAAAAAAAAAAAAAAAAAAAAA==:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA=')
    .split(':')
    .map(part => Buffer.from(part, 'base64'));
  const matches = timingSafeEqual(await derive(normalPassword(password), salt!, 32), key!);
  return person && matches && person.passwordHash !== '' && person.deactivatedAt === null ? person : null;
}
