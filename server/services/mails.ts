import type { MailList } from '@contract/people';
import { readMails } from '../repositories/mails-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { refuseUnless } from './rights';

/** How many e-mails are listed at most. */
const mostMails = 200;

/** The e-mails sent lately. @throws Refusal when the person may not read them: what is in them may let somebody in */
export async function listMails(site: Site, person: Person): Promise<MailList> {
  refuseUnless(person, 'read e-mails');
  return { isStandIn: site.outbox.isStandIn, mails: [...(await readMails(site.knex, mostMails))] };
}
