import { mayBeNamed } from '@core/people/consent';
import type { MembersSeen, MembersTold } from '@core/people/members-told';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';

const day = 86_400_000;

/** How long what was told of members is taken as it is, in milliseconds. */
const kept = 5 * 60_000;

/** The most names that are told. */
const mostNamed = 50;

/** Who came lately and who is here, of those who have an account, have chosen a password and hold no role. */
export function membersSeen(site: Site): MembersSeen {
  const now = site.clocks.running();
  const isMember = ({ roles, passwordHash, deactivatedAt }: Person) => roles.length === 0 && passwordHash !== '' && deactivatedAt === null;
  const told = (people: readonly Person[]): MembersTold => ({
    count: people.length,
    named: people.flatMap(({ name, profile }) => (mayBeNamed(profile) ? [name] : [])).slice(0, mostNamed),
  });
  return {
    newest: days => {
      const lately = [...site.people.values()].filter(each => isMember(each) && now - each.createdAt < days * day);
      return told(lately.sort((a, b) => b.createdAt - a.createdAt));
    },
    here: () => told(site.presence.here(now).flatMap(id => site.people.get(id) ?? []).filter(isMember)), // prettier-ignore
    validUntil: (Math.floor(site.clocks.content() / kept) + 1) * kept,
  };
}
