import { rightsOf } from '../kinds/index';
import { roles, type Role, type Who } from '../kinds/kind';
import type { RecordKind } from '../ledger/records';

/** A role that somebody holds, as wide as it was given. */
export interface Grant {
  readonly role: Role;
  /** Ids of the pages beneath which it decides; none means everywhere. */
  readonly sections: readonly string[];
  /** BCP 47 tags of the locales in which it writes and decides; none means every one. */
  readonly locales: readonly string[];
}

/** What is written or decided: a kind of record, in a locale. */
export interface Written {
  readonly kind: RecordKind;
  readonly locale: string;
  /** Whether that is the locale in which every field has words. */
  readonly isBase: boolean;
}

/** A role everywhere and in every locale. */
export function wholeGrant(role: Role): Grant {
  return { role, sections: [], locales: [] };
}

/** The roles held, each once, in the order in which roles are listed. */
export function rolesHeld(grants: readonly Grant[]): readonly Role[] {
  return roles.filter(role => grants.some(each => each.role === role));
}

/** The roles that may do something with what is written. Other locales than the base are written in by translators too. */
export function rolesWith(who: Who, { kind, isBase }: Omit<Written, 'locale'>): readonly Role[] {
  const having = typeof who === 'string' ? rightsOf(kind)[who] : who;
  return roles.filter(role => having.includes(role) || (who === 'write' && !isBase && role === 'translator'));
}

/** The grants that let somebody do something with what is written, in its locale, in some section at least. */
export function grantsOver(grants: readonly Grant[], who: Who, written: Written): readonly Grant[] {
  const having = rolesWith(who, written);
  return grants.filter(
    ({ role, locales }) => having.includes(role) && (locales.length === 0 || locales.some(each => each === written.locale)),
  );
}

/** Whether any of the grants lets somebody write drafts. */
export function mayWrite(grants: readonly Grant[], written: Written): boolean {
  return grantsOver(grants, 'write', written).length > 0;
}

/**
 * Whether what happens at a page, given by it and the pages above it, lies outside what grants reach.
 * @param lineage - ids from the page up to the front page
 */
export function isOutside(lineage: readonly string[], grants: readonly Grant[]): boolean {
  return grants.every(({ sections }) => sections.length > 0 && !lineage.some(each => sections.includes(each)));
}
