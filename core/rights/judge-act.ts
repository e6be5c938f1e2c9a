import { roles, type Role, type Who } from '../kinds/kind';
import { actNamed, type Act, type ActName } from './acts';
import { isOutside, rolesWith, type Grant, type Written } from './grants';

/** By what it is judged whether somebody may do something. */
export interface ActFacts {
  readonly grants: readonly Grant[];
  /** What it is done to; none for what is done to the site. */
  readonly written?: readonly Written[];
  /** Whether the person who asks made it. */
  readonly isOwn?: boolean;
  /** The pages on which readers could notice it, each from itself up to the front page; only asked where the act needs it. */
  readonly reaches?: () => readonly (readonly string[])[];
}

/** Whether somebody may do something, else what they lack and which roles have it. */
export type ActOutcome =
  { readonly may: true } | { readonly may: false; readonly lacks: 'role' | 'locale' | 'section'; readonly roles: readonly Role[] };

/** Judges whether somebody may do something: with all of it a role that has the right, in the locales and sections that it takes. */
export function judgeAct(name: ActName, facts: ActFacts): ActOutcome {
  const act: Act = actNamed(name);
  if (act.isOwns && facts.isOwn) return { may: true };
  const lacks = asked(act).flatMap(who => lackOf(act, who, facts) ?? [])[0];
  return lacks === undefined ? { may: true } : { may: false, lacks, roles: rolesThatMay(name, facts.written) };
}

/** The roles that may do something to all that is written, wherever they hold it. */
export function rolesThatMay(name: ActName, written: readonly Written[] = []): readonly Role[] {
  return roles.filter(role => asked(actNamed(name)).every(who => overEach(written).every(each => rolesOver(who, each).includes(role))));
}

function lackOf({ where }: Act, who: Who, { grants, written = [], reaches = () => [] }: ActFacts): 'role' | 'locale' | 'section' | null {
  for (const each of overEach(written)) {
    const held = grants.filter(({ role }) => rolesOver(who, each).includes(role));
    if (held.length === 0) return 'role';
    const here = held.filter(({ locales }) => each === null || locales.length === 0 || locales.includes(each.locale));
    if (here.length === 0) return 'locale';
    const isBounded = isOutside([], here);
    if (isBounded && where === 'everywhere') return 'section';
    if (isBounded && where === 'all it reaches' && reaches().some(lineage => isOutside(lineage, here))) return 'section';
  }
  return null;
}

function asked({ who, besides }: Act): readonly Who[] {
  return besides === undefined ? [who] : [who, besides];
}

// What is done to the site is done to no record.
function overEach(written: readonly Written[]): readonly (Written | null)[] {
  return written.length === 0 ? [null] : written;
}

// A right over a kind says nothing where there is no record to have one over.
function rolesOver(who: Who, written: Written | null): readonly Role[] {
  if (written) return rolesWith(who, written);
  return typeof who === 'string' ? [] : who;
}
