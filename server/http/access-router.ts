import { emailAddress } from '@contract/site';
import { mayBeNamed, withConsent } from '@core/people/consent';
import { shortestPassword } from '@core/people/password';
import { filledProfile, type Profile } from '@core/people/profile';
import { say } from '@core/tongue/say';
import express, { type Request, type Response, type Router } from 'express';
import type { Logger } from 'pino';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refusal } from '../errors/refusal';
import { changeOwnMembership, choosePassword, forgotPassword, saveProfile, signUp, tokenFollowed } from '../services/access';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { refuseInsecure } from './secure';
import { beginSession, personOf, readerFactsOf, type Sessions } from './sessions';
import { localPath, sendSignInPage, textIn } from './sign-in-page';

/** How many e-mails somebody may ask for within an hour, from one address and to one. */
export const mailLimits = { perSource: 20, perReceiver: 4, windowSeconds: 3_600 } as const;

/** The pages of whoever cannot sign in yet: forgotten passwords, links in e-mails, signing up. */
export function accessRouter(site: Site, sessions: Sessions, logger: Logger): Router {
  const router = express.Router();
  const form = [express.urlencoded({ extended: false, limit: '20kb' }), sessions.refuseForged];
  const perSource = new RateLimiterMemory({ points: mailLimits.perSource, duration: mailLimits.windowSeconds });
  const perReceiver = new RateLimiterMemory({ points: mailLimits.perReceiver, duration: mailLimits.windowSeconds });

  /** Whether another e-mail may go out. To one receiver the ones beyond are left out silently, so that nothing is told by it. */
  const mayMail = async (request: Request, email: string): Promise<boolean> => {
    const source = await perSource.consume(request.ip ?? '').catch(() => null);
    if (source === null) throw new Refusal('too-many-requests', say`Too many e-mails were asked for from here. Try again in an hour.`);
    return (await perReceiver.consume(email.trim().toLowerCase()).catch(() => null)) !== null;
  };

  router.get('/forgotten', (request, response) => sendSignInPage(site, sessions, request, response, { step: 'forgotten' }));
  router.post('/forgotten', ...form, async (request, response) => {
    const email = textIn(request, 'email');
    if (await mayMail(request, email)) later(logger, forgotPassword(site, email));
    sendSignInPage(site, sessions, request, response, {
      step: 'sent',
      words: say`If ${email} has an account here, an e-mail with a link to choose a new password is on its way to it.`,
    });
  });
  router.get('/new', (request, response) => {
    if (!site.settings.signUp.isOpen) throw new Refusal('not-found', say`Nobody can sign up here by themselves.`);
    sendSignInPage(site, sessions, request, response, { step: 'sign up', fields: answered(site, () => '') });
  });
  router.post('/new', ...form, async (request, response) => {
    const [name, email] = [textIn(request, 'name').trim(), textIn(request, 'email').trim()];
    const said = profileIn(site, {}, request);
    const fault = nameFault(name) || (emailAddress.safeParse(email).success ? said.fault : say`That is no e-mail address.`);
    const fields = answered(site, each => said.profile[each]);
    if (fault) return sendSignInPage(site, sessions, request, response, { status: 422, step: 'sign up', fault, name, email, fields });
    if (!site.settings.signUp.isOpen) throw new Refusal('not-permitted', say`Nobody can sign up here by themselves.`);
    if (await mayMail(request, email)) later(logger, signUp(site, name, email, said.profile));
    sendSignInPage(site, sessions, request, response, {
      step: 'sent',
      words: say`An e-mail to ${email} is on its way. Open the link in it to go on.`,
    });
  });
  /** Whoever is signed in; others are led to sign in first, and back to this page. */
  const signedIn = (request: Request, response: Response, page: 'profile' | 'membership'): Person | null => {
    const person = personOf(site, request);
    if (!person) response.redirect(request.method === 'GET' ? 302 : 303, `/sign-in?to=/sign-in/${page}`);
    return person;
  };
  router.get('/profile', (request, response) => {
    const person = signedIn(request, response, 'profile');
    if (!person) return;
    const { name, profile } = person;
    return sendSignInPage(site, sessions, request, response, {
      step: 'profile',
      name,
      mayBeNamed: mayBeNamed(profile),
      fields: answered(site, each => profile[each]),
    });
  });
  router.post('/profile', ...form, async (request, response) => {
    const person = signedIn(request, response, 'profile');
    if (!person) return;
    const name = textIn(request, 'name').trim();
    const said = profileIn(site, person.profile, request);
    const fault = nameFault(name) || said.fault;
    const isNamed = textIn(request, 'named') === 'yes';
    if (!fault) await saveProfile(site, person, name, withConsent(said.profile, isNamed));
    return sendSignInPage(site, sessions, request, response, {
      status: fault ? 422 : 200,
      step: 'profile',
      fault,
      isSaved: !fault,
      mayBeNamed: isNamed,
      name,
      fields: answered(site, each => said.profile[each]),
    });
  });
  const membershipOf = (person: Person) => {
    const { isOpen, membership } = site.settings.signUp;
    const isMember = membership !== '' && readerFactsOf(site, person).memberships.includes(membership);
    return { step: 'membership', isMember, mayChange: isMember || (isOpen && membership !== '') } as const;
  };
  router.get('/membership', (request, response) => {
    const person = signedIn(request, response, 'membership');
    if (!person) return;
    return sendSignInPage(site, sessions, request, response, membershipOf(person));
  });
  router.post('/membership', ...form, async (request, response) => {
    const person = signedIn(request, response, 'membership');
    if (!person) return;
    const { mayChange, isMember } = membershipOf(person);
    const wish = textIn(request, 'wish');
    // Sent twice, or after somebody else changed it, it is as was wished already.
    if (mayChange && wish === (isMember ? 'leave' : 'join')) await changeOwnMembership(site, person, wish as 'join' | 'leave');
    return response.redirect(303, `/sign-in/membership?to=${encodeURIComponent(localPath(textIn(request, 'to')))}`);
  });
  router.get('/password', async (request, response) => {
    const text = String(request.query['token'] ?? '');
    const followed = await tokenFollowed(site, text).catch(asWords);
    if (typeof followed === 'string')
      return sendSignInPage(site, sessions, request, response, { status: 410, step: 'sent', words: followed });
    const self = personOf(site, request);
    const other = self && self.id !== followed.person.id ? followed.person.name : undefined;
    sendSignInPage(site, sessions, request, response, {
      step: 'new password',
      token: text,
      personName: followed.person.name,
      personEmail: followed.person.email,
      otherThan: other,
      shortest: shortestPassword,
    });
  });
  router.post('/password', ...form, async (request, response) => {
    refuseInsecure(request, sessions.isSecure);
    const [text, password] = [textIn(request, 'token'), textIn(request, 'password')];
    const followed = await tokenFollowed(site, text).catch(asWords);
    if (typeof followed === 'string')
      return sendSignInPage(site, sessions, request, response, { status: 410, step: 'sent', words: followed });
    const self = personOf(site, request);
    const page = {
      step: 'new password',
      token: text,
      personName: followed.person.name,
      personEmail: followed.person.email,
      shortest: shortestPassword,
    } as const;
    if (self && self.id !== followed.person.id)
      return sendSignInPage(site, sessions, request, response, { ...page, status: 409, otherThan: followed.person.name });
    const outcome = await choosePassword(site, text, password).catch(asWords);
    if (typeof outcome === 'string') return sendSignInPage(site, sessions, request, response, { ...page, status: 422, fault: outcome });
    await beginSession(request, outcome, site.clocks.running());
    return response.redirect(303, outcome.roles.length > 0 ? '/almanac/today' : '/');
  });
  return router;
}

function nameFault(name: string): string {
  return name === '' || name.length > 120 ? say`Say your name.` : '';
}

// What was typed into the site's own fields, each under its name with something before it that no other field has.
function profileIn(site: Site, before: Profile, request: Request): ReturnType<typeof filledProfile> {
  return filledProfile(site.settings.profileFields, before, name => textIn(request, `about-${name}`));
}

function answered(site: Site, said: (name: string) => string | undefined): readonly object[] {
  return site.settings.profileFields.map(field => ({ ...field, value: said(field.name) ?? '' }));
}

// How long an e-mail takes would tell whether an address is known, so nobody waits for it.
function later(logger: Logger, work: Promise<void>): void {
  void work.catch((error: unknown) => logger.error({ err: error }, 'an e-mail could not be sent'));
}

function asWords(error: unknown): string {
  if (error instanceof Refusal) return error.faults[0]?.detail ?? error.message;
  throw error;
}
