import { writeFullMoment } from '@core/format/moment';
import { membershipsAt, type HeldMembership } from '@core/people/membership';
import { passwordFault } from '@core/people/password';
import type { Profile } from '@core/people/profile';
import { localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { say } from '@core/tongue/say';
import { aboutPerson, rightsTold } from '../audit/people';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal, refuseInvalid } from '../errors/refusal';
import { alreadyHereMail, invitationMail, passwordMail, signUpMail } from '../mail/texts';
import { insertToken, tokenByHash, useToken, type AccessToken, type TokenPurpose } from '../repositories/access-tokens-repository';
import { freshPerson, insertPerson, personByEmail, updatePerson, type Person } from '../repositories/people-repository';
import { endSessionsOf } from '../repositories/sessions-repository';
import { newSecret, sha256 } from '../secrets';
import { refreshPeople } from '../site/people';
import { siteAddress, type Site } from '../site/site';
import type { WrittenBefore } from './editions';
import { momentStyle } from './names';
import { authenticate, hashPassword } from './passwords';

const hour = 3_600_000;

/** How long a link in an e-mail can be followed, in milliseconds. @see OWASP ASVS 5.0 section 6.4 */
export const tokenLives: Readonly<Record<TokenPurpose, number>> = { invitation: 7 * 24 * hour, 'new password': hour, 'sign-up': 24 * hour };

/** Sends somebody who has been invited the link by which they choose a password. */
export async function sendInvitation(site: Site, person: Person, by: Person): Promise<void> {
  const { link, until } = await newToken(site, person, 'invitation');
  await send(site, invitationMail({ siteName: site.settings.name, to: person, link, until }, by.name));
}

/** Sends whoever forgot their password a link to a new one. Whether an address is known is told to nobody. */
export async function forgotPassword(site: Site, email: string): Promise<void> {
  const person = await personByEmail(site.knex, email.trim());
  if (!person || person.deactivatedAt !== null) return;
  const { link, until } = await newToken(site, person, 'new password');
  await send(site, passwordMail({ siteName: site.settings.name, to: person, link, until }));
}

/** Somebody signs up as a reader. Whether the address is known is told to nobody but whoever reads its mail. */
export async function signUp(site: Site, name: string, email: string, profile: Profile): Promise<void> {
  const { signUp: wish, name: siteName } = site.settings;
  if (!wish.isOpen) throw new Refusal('not-permitted', say`Nobody can sign up here by themselves.`);
  const known = await personByEmail(site.knex, email.trim());
  if (known && known.passwordHash !== '') {
    if (known.deactivatedAt === null) await send(site, alreadyHereMail({ siteName, to: known, link: `${siteAddress(site)}/sign-in` }));
    return;
  }
  const memberships = wish.membership === '' ? [] : [{ name: wish.membership, from: null, until: null }];
  const person: Person = known ?? { ...freshPerson(name, email, site.clocks.running()), memberships, profile };
  if (!known) {
    await site.writes.run(() =>
      inTransaction(site.knex, async transaction => {
        await insertPerson(transaction, person);
        await writeDown(transaction, site.clocks.running(), [{ act: 'sign up', ...aboutPerson(person), personId: person.id }]);
      }),
    );
    await refreshPeople(site);
  }
  const { link, until } = await newToken(site, person, 'sign-up');
  await send(site, signUpMail({ siteName, to: person, link, until }));
}

/** Keeps what a reader says of themself. */
export async function saveProfile(site: Site, { id }: Person, name: string, profile: Profile): Promise<void> {
  await site.writes.run(() => updatePerson(site.knex, id, { name, profile }));
  await refreshPeople(site);
}

/** Gives somebody the membership that whoever signs up gets, or ends it, as they wish. */
export async function changeOwnMembership(site: Site, person: Person, wish: 'join' | 'leave'): Promise<void> {
  const { membership } = site.settings.signUp;
  const now = site.clocks.content();
  const at: LocalTime = { local: localTimeAt(now, site.settings.zone), zone: site.settings.zone };
  const isInForce = (each: HeldMembership) => each.name === membership && membershipsAt([each], now).length > 0;
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      // Asked for twice at once, the second finds what the first did.
      const held = (await personByEmail(transaction, person.email)) ?? person;
      if (held.memberships.some(isInForce) === (wish === 'join')) return;
      const memberships =
        wish === 'join'
          ? [...held.memberships, { name: membership, from: at, until: null }]
          : held.memberships.map(each => (isInForce(each) ? { ...each, until: at } : each));
      await updatePerson(transaction, person.id, { memberships });
      const [before, after] = [rightsTold(held), rightsTold({ ...held, memberships })];
      await writeDown(transaction, site.clocks.running(), [{ act: 'change', ...aboutPerson(held), personId: held.id, before, after }]);
    }),
  );
  await refreshPeople(site);
}

/** A link that can still be followed, and whose it is. @throws Refusal that says why it cannot */
export async function tokenFollowed(site: Site, text: string): Promise<{ readonly token: AccessToken; readonly person: Person }> {
  const token = await tokenByHash(site.knex, sha256(text));
  const person = token && site.people.get(token.personId);
  if (!token || !person || person.deactivatedAt !== null)
    throw new Refusal('not-found', say`This link is not one of ours, or a newer one has been sent since.`);
  if (token.usedAt !== null) throw new Refusal('conflict', say`This link has been used already. Sign in, or ask for a new password.`);
  if (token.expiresAt <= site.clocks.running()) throw new Refusal('conflict', say`This link has ended. Ask for another one.`);
  return { token, person };
}

/** Sets a password by a link that was sent; all other sessions of the person end. @returns who they are */
export async function choosePassword(site: Site, text: string, password: string): Promise<Person> {
  const { token, person } = await tokenFollowed(site, text);
  refuseWeak(site, person, password, '/password');
  await setPassword(site, person, password, null, async transaction => {
    if (!(await useToken(transaction, token.hash, site.clocks.running())))
      throw new Refusal('conflict', say`This link has been used already.`);
  });
  return site.people.get(person.id)!;
}

/** Chooses the language in which somebody has the editor. */
export async function chooseLanguage(site: Site, { id }: Person, language: string): Promise<void> {
  await site.writes.run(() => updatePerson(site.knex, id, { language }));
  await refreshPeople(site);
}

/** Changes one's own password; all other sessions end. @param keptSession - id of the one that goes on */
export async function changePassword(site: Site, person: Person, current: string, next: string, keptSession: string): Promise<void> {
  if (!(await authenticate(site, person.email, current))) refuseInvalid([{ pointer: '/current', detail: say`This is not your password.` }]);
  refuseWeak(site, person, next, '/next');
  await setPassword(site, person, next, keptSession);
}

// Whoever knew the old one is out everywhere, but for the session that goes on.
async function setPassword(
  site: Site,
  person: Person,
  password: string,
  keptSession: string | null,
  before: WrittenBefore = () => Promise.resolve(),
): Promise<void> {
  const { id } = person;
  const passwordHash = await hashPassword(password);
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await before(transaction);
      await updatePerson(transaction, id, { passwordHash });
      await writeDown(transaction, site.clocks.running(), [{ act: 'choose password', ...aboutPerson(person), personId: id }]);
      await endSessionsOf(transaction, id, keptSession);
    }),
  );
  await refreshPeople(site);
}

function refuseWeak(site: Site, person: Person, password: string, pointer: string): void {
  const detail = passwordFault(password, { ...person, siteName: site.settings.name });
  if (detail) refuseInvalid([{ pointer, detail }]);
}

async function newToken(site: Site, person: Person, purpose: TokenPurpose): Promise<{ link: string; until: string }> {
  const text = newSecret();
  const createdAt = site.clocks.running();
  const expiresAt = createdAt + tokenLives[purpose];
  await site.writes.run(() =>
    inTransaction(site.knex, transaction =>
      insertToken(transaction, { hash: sha256(text), personId: person.id, purpose, createdAt, expiresAt, usedAt: null }),
    ),
  );
  return { link: `${siteAddress(site)}/sign-in/password?token=${text}`, until: writeFullMoment(expiresAt, momentStyle(site)) };
}

function send(site: Site, mail: Parameters<Site['outbox']['send']>[0]): Promise<void> {
  return site.outbox.send(mail, { name: site.settings.name, host: new URL(siteAddress(site)).hostname }, site.clocks.running());
}
