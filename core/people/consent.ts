import type { Profile } from './profile';

/** Under which somebody’s consent lies among what they say of themself; no field that a site asks for can be called so. */
const key = 'may be named to others';

/** Whether somebody agreed that others who come here read their name. */
export function mayBeNamed(profile: Profile): boolean {
  return profile[key] === 'yes';
}

/** What somebody says of themself, with or without that consent. */
export function withConsent({ [key]: _, ...profile }: Profile, isGiven: boolean): Profile {
  return isGiven ? { ...profile, [key]: 'yes' } : profile;
}
