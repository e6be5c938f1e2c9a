import type { SiteSettingsChange } from '@contract/site';
import type { Role } from '@core/kinds/kind';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';

/** Roles that set what holds for the whole site. */
const maySet: readonly Role[] = ['manager', 'administrator'];

/** Sets what holds for the whole site. @throws Refusal when the person may not */
export async function saveSiteSettings(site: Site, person: Person, change: SiteSettingsChange): Promise<void> {
  refuseBeyondSite(person, 'Settings of the site are');
  if (site.isAddressGiven && change.publicAddress !== undefined && change.publicAddress !== site.publicAddress)
    refuseInvalid([{ pointer: '/publicAddress', detail: 'Whoever started the server said the address; it counts before this one.' }]);
  const memberships = (change.memberships ?? site.settings.memberships).map(each => each.name);
  if (new Set(memberships).size < memberships.length)
    refuseInvalid([{ pointer: '/memberships', detail: 'Two memberships have the same name.' }]);
  const asked = (change.profileFields ?? []).map(each => each.name);
  if (new Set(asked).size < asked.length) refuseInvalid([{ pointer: '/profileFields', detail: 'Two fields have the same name.' }]);
  const terms = (change.terms ?? []).map(each => each.term.toLowerCase());
  const twin = terms.findIndex((term, at) => terms.indexOf(term) !== at);
  if (twin >= 0) refuseInvalid([{ pointer: `/terms/${twin}/term`, detail: 'This term is there already.' }]);
  for (const [part, held] of [
    ['siteWords', change.siteWords],
    ['themeWords', change.themeWords],
  ] as const)
    for (const tag of Object.keys(held ?? {}))
      if (!site.settings.locales.some(each => each.tag === tag))
        refuseInvalid([{ pointer: `/${part}/${tag}`, detail: 'The site has no such locale.' }]);
  const { signUp } = change;
  if (signUp && signUp.membership !== '' && !memberships.includes(signUp.membership))
    refuseInvalid([{ pointer: '/signUp/membership', detail: 'There is no such membership.' }]);
  await site.writes.run(() => changeSettings(site, change));
}

/** Whether somebody may change what holds for the whole site. */
export function mayChangeSite({ grants }: Pick<Person, 'grants'>): boolean {
  return grants.some(each => each.sections.length === 0 && maySet.includes(each.role));
}

/** Refuses what reaches every page to whoever may not decide over all of them. */
export function refuseBeyondSite(person: Person, subject: string): void {
  if (!person.roles.some(role => maySet.includes(role)))
    throw new Refusal('not-permitted', `${subject} set by managers and administrators.`);
  if (!mayChangeSite(person))
    throw new Refusal('not-permitted', `${subject} set by managers and administrators of the whole site; you have sections of it.`);
}
