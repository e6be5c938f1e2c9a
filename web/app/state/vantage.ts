import type { Params } from '@angular/router';
import type { Reader } from '@contract/messages';
import type { ReaderFacts } from '@core/rule/who';
import { anyone } from '@core/rule/who';
import { instantOf, isLocalDateTime, localTimeAt } from '@core/schedule/local-time';

/** From where one looks, as the address holds it. */
export interface Vantage {
  /** Page id, "service:" and the name of a page that nobody wrote, or empty for the front page. */
  readonly page: string;
  /** "anyone", "signed-in", "membership:NAME", "role:NAME" or "person:ID". */
  readonly as: string;
  /** BCP 47 tag of another locale than the base one, or empty. */
  readonly locale: string;
  /** UTC milliseconds; null is now. */
  readonly moment: number | null;
  /** Editions that are laid over the site. */
  readonly withEditions: readonly string[];
  /** The selected placement, or empty. */
  readonly selected: string;
}

/** Reads the vantage from an address's query. */
export function vantageOf(query: Params, zone: string): Vantage {
  const text = (name: string): string => (typeof query[name] === 'string' ? (query[name] as string) : '');
  const at = text('at');
  return {
    page: text('page'),
    as: text('as') || 'anyone',
    locale: text('in'),
    moment: isLocalDateTime(at) ? instantOf({ local: at, zone }) : null,
    withEditions: text('with').split(',').filter(Boolean),
    selected: text('sel'),
  };
}

/** Writes parts of a vantage as an address's query; null takes a part out. */
export function queryOf(part: Partial<Vantage>, zone: string): Params {
  return {
    ...(part.page !== undefined ? { page: part.page || null } : {}),
    ...(part.as !== undefined ? { as: part.as === 'anyone' ? null : part.as } : {}),
    ...(part.locale !== undefined ? { in: part.locale || null } : {}),
    ...(part.moment !== undefined ? { at: part.moment === null ? null : localTimeAt(part.moment, zone) } : {}),
    ...(part.withEditions !== undefined ? { with: part.withEditions.join(',') || null } : {}),
    ...(part.selected !== undefined ? { sel: part.selected || null } : {}),
  };
}

/** The reader that "as" names; what somebody by name is at a moment, the server knows. */
export function readerOf(as: string): ReaderFacts & Pick<Reader, 'person'> {
  const [kind, name] = [as.slice(0, as.indexOf(':')), as.slice(as.indexOf(':') + 1)];
  if (as === 'signed-in') return { ...anyone, signedIn: true };
  if (kind === 'membership') return { signedIn: true, roles: [], memberships: [name] };
  if (kind === 'role') return { signedIn: true, roles: [name], memberships: [] };
  if (kind === 'person') return { ...anyone, signedIn: true, person: name };
  return anyone;
}

/** How "as" names a reader; null when no single name says all that is asked of them. */
export function asOf(reader: ReaderFacts): string | null {
  const held = [...reader.memberships.map(each => `membership:${each}`), ...reader.roles.map(each => `role:${each}`)];
  if (held.length > 1) return null;
  return held[0] ?? (reader.signedIn ? 'signed-in' : 'anyone');
}
