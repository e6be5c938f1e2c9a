import type { MailList } from '@contract/people';
import { Refusal } from '../errors/refusal';
import { readMails } from '../repositories/mails-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';

/** How many e-mails are listed at most. */
const mostMails = 200;

/** The e-mails sent lately. @throws Refusal when the person may not read them: what is in them may let somebody in */
export async function listMails(site: Site, { roles }: Person): Promise<MailList> {
  if (!roles.includes('administrator')) throw new Refusal('not-permitted', 'E-mails that were sent are read by administrators.');
  return { isStandIn: site.outbox.isStandIn, mails: [...(await readMails(site.knex, mostMails))] };
}
