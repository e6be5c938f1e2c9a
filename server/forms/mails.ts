import type { GivenAnswer } from '../repositories/form-messages-repository';
import type { Mail } from '../mail/outbox';

/** What an e-mail about a form says. */
export interface FormMailFacts {
  readonly siteName: string;
  readonly formTitle: string;
  readonly pageAddress: string;
  readonly answers: readonly GivenAnswer[];
}

/** Hands what somebody sent to whoever answers. */
export function receivedMail(to: string, facts: FormMailFacts): Mail {
  const { siteName, formTitle, pageAddress } = facts;
  return { to, subject: oneLine(`${siteName}: ${formTitle}`), text: `${writtenAnswers(facts)}\n\n${pageAddress}\n` };
}

/** Hands whoever sent it a copy. @param words - the theme's, in the language of the page */
export function copyMail(to: string, words: string, facts: FormMailFacts): Mail {
  return {
    to,
    subject: oneLine(`${facts.siteName}: ${facts.formTitle}`),
    text: `${words}\n\n${writtenAnswers(facts)}\n\n${facts.pageAddress}\n`,
  };
}

function writtenAnswers({ answers }: FormMailFacts): string {
  return answers.map(({ question, answer }) => `${question}\n  ${answer.replace(/\n/g, '\n  ') || '–'}`).join('\n\n');
}

// Nothing that was typed may begin another header. @see RFC 5322 section 2.2
function oneLine(text: string): string {
  return text.replace(/[\r\n]+/g, ' ').slice(0, 200);
}
