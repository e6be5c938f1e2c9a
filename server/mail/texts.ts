import { say } from '@core/tongue/say';
import type { Mail } from './outbox';

/** What e-mails are about and to whom. */
export interface MailFacts {
  readonly siteName: string;
  readonly to: { readonly name: string; readonly email: string };
  /** The address that is to be opened. */
  readonly link: string;
  /** Until when it can be, in words. */
  readonly until: string;
}

/** Asks somebody to work on the site. */
export function invitationMail({ siteName, to, link, until }: MailFacts, by: string): Mail {
  return {
    to: to.email,
    subject: `${siteName}: an invitation`,
    text: `${to.name},\n\n${by} asks you to work on ${siteName}. Open this address to choose a password:\n\n${link}\n\nIt can be opened once, until ${until}.\n`,
  };
}

/** Lets somebody choose a new password. */
export function passwordMail({ siteName, to, link, until }: MailFacts): Mail {
  return {
    to: to.email,
    subject: `${siteName}: a new password`,
    text: `${to.name},\n\nsomebody, probably you, asked for a new password at ${siteName}. Open this address to choose one:\n\n${link}\n\nIt can be opened once, until ${until}. If it was not you, nothing has to be done: your password stays as it is.\n`,
  };
}

/** Tells somebody what has happened in the editor, in the language that is spoken. */
export function noticeMail({
  siteName,
  to,
  notices,
  account,
}: Pick<MailFacts, 'siteName' | 'to'> & {
  readonly notices: readonly { readonly words: string; readonly link: string }[];
  /** Where it is chosen what one is told of. */
  readonly account: string;
}): Mail {
  const lines = notices.map(({ words, link }) => `${words}\n${link}`).join('\n\n');
  const subject = notices.length === 1 ? `${siteName}: ${notices[0]!.words}` : say`${siteName}: ${notices.length} things for you`;
  return {
    to: to.email,
    subject,
    text: `${to.name},\n\n${lines}\n\n${say`You choose what you are told of in your account:`} ${account}\n`,
  };
}

/** Confirms an address that somebody signed up with. */
export function signUpMail({ siteName, to, link, until }: MailFacts): Mail {
  return {
    to: to.email,
    subject: `${siteName}: confirm your address`,
    text: `${to.name},\n\nsomebody, probably you, signed up at ${siteName} with this address. Open this one to confirm it and to choose a password:\n\n${link}\n\nIt can be opened once, until ${until}. If it was not you, nothing has to be done: what was typed is forgotten then.\n`,
  };
}

/** Tells somebody with an account that their address was used to sign up: only they learn that it is known. */
export function alreadyHereMail({ siteName, to, link }: Omit<MailFacts, 'until'>): Mail {
  return {
    to: to.email,
    subject: `${siteName}: you have an account already`,
    text: `${to.name},\n\nsomebody, probably you, signed up at ${siteName} with this address, which has an account already. Sign in here, or ask for a new password:\n\n${link}\n`,
  };
}
