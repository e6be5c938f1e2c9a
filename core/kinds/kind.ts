import type { z as zod } from 'zod';
import type { ExpectationNames } from '../expectation/words';
import type { FileContent } from '../file/file';
import type { FieldFault, FieldSite, ReadHtml, Zod } from '../fields/field';
import type { AnyField } from '../fields/kinds';
import type { Decider, Place, Tell, Three } from '../merge/decider';
import type { SiteLocale } from '../locale/site-locale';
import type { MomentStyle } from '../format/moment';
import type { SitePlan } from '../plan/site-plan';
import type { BitSet } from '../reach/bit-set';
import type { Reference } from '../references/reference';
import type { Registry } from '../registry/registry';
import type { Instant } from '../schedule/local-time';
import type { Overlay, SiteSnapshot } from '../site/snapshot';
import type { Stored } from '../versions/upgrade';
import type { Effect } from './effect';

/** What people are to the site. */
export const roles = ['writer', 'translator', 'editor', 'manager', 'administrator'] as const;
/** See {@link roles}. */
export type Role = (typeof roles)[number];

/** Who may do what with records of a kind. */
export interface KindRights {
  readonly write: readonly Role[];
  /** Decides over what others alone have written. */
  readonly review: readonly Role[];
  /** Publishes without a review. */
  readonly publish: readonly Role[];
}

/** Who may do something with a record: whoever has that right over its kind, or holds one of these roles. */
export type Who = keyof KindRights | readonly Role[];

/** What the words of records may be called, and how times are written. */
export interface KindContext {
  readonly snapshot: SiteSnapshot;
  readonly names: ExpectationNames;
  readonly style: MomentStyle;
  readonly registry: Registry;
}

/** What a value is held against: the site with all changes of the same edition laid over it. */
export interface KindSite extends KindContext, FieldSite {
  /** The front page as it is now; null for a site that has none. */
  readonly frontId: string | null;
  readonly memberships: readonly string[];
  /** Hosts whose pages may be shown within pages of this site. */
  readonly framedHosts: readonly string[];
  readonly locales: readonly Pick<SiteLocale, 'tag' | 'name' | 'prefix'>[];
  /** What is stored under a hash, or null. */
  readonly contentOf: (hash: string) => FileContent | null;
}

/** One field of a kind's own, beside those of the record's type. */
export interface OwnField {
  readonly label: string;
  /** Its value in words; left out, as it is written. */
  readonly describe?: (value: never, context: KindContext) => string;
  /** Brings two versions together where both sides changed it; left out, one of them is chosen as a whole. */
  readonly merge?: (three: Three<never>, place: Place, decider: Decider, tell: Tell) => unknown;
  /** What a change of it is called where the two values alone do not say it. */
  readonly tellChange?: (before: string, after: string) => string;
  /** Its words are compared one by one. */
  readonly isProse?: boolean;
  /** Every new record has it, so that it tells nothing. */
  readonly isGiven?: boolean;
  /** What empty is called. */
  readonly empty?: string;
  /** Whether it may say other words in each locale; a name says which part of it. */
  readonly hasOwnWords?: boolean | string;
  /** The part of each of its items that may: of all that lie in a tree, told apart by their ids. */
  readonly itemsHaveOwnWords?: string;
}

/** What becomes visible of a record, where, when it is looked for. */
export interface Found {
  readonly detail: string;
  /** A page on which it can be looked at, or null. */
  readonly pageId: string | null;
}

/** Everything that the product must know of a kind of record. */
export interface Kind<Value> {
  /** As stored, and as people call one of them. */
  readonly name: string;
  readonly rights: KindRights;
  /** The schema of its present version. */
  schema(z: Zod, registry: Registry): zod.ZodType;
  /** Brings a stored value of an older version up to the present one; left out, there is only one. */
  upgrade?(stored: Stored, registry: Registry, readHtml: ReadHtml): Value;
  title(value: Value, context: KindContext): string;
  /** Fields besides those of its type, by name, in the order in which they are compared. */
  readonly ownFields: Readonly<Record<string, OwnField>>;
  /** The fields of the record's type. */
  fields?(value: Value, registry: Registry): readonly AnyField[];
  /** Among which types it is told apart, if among any; see {@link typeName}. */
  readonly typedBy?: 'page types' | 'block types';
  /** The name of the type of page or block that it is of, or that it shows; null when it is of none. */
  typeName?(value: Value, typeOfBlock: (id: string) => string | null): string | null;
  references(value: Value, registry: Registry): readonly Reference[];
  /** What a search goes through besides the title. */
  words(value: Value, context: KindContext): string;
  path?(id: string, value: Value, snapshot: SiteSnapshot): string;
  found(id: string, value: Value, context: KindContext): Found;
  effect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot, context: KindContext): Effect;
  /** Ids of the pages on which a change of it can be looked at, the best first. */
  pagesToSee(id: string, value: Value | null, snapshot: SiteSnapshot): readonly string[];
  /** Ids of the live pages that an edit of it changes. */
  pagesChanged(id: string, snapshot: SiteSnapshot): readonly string[];
  /** The pages that readers may notice it on, at a moment of a plan. */
  pagesAt(id: string, plan: SitePlan, moment: Instant): BitSet;
  /** What a list of things to come calls its place. */
  whereabouts(value: Value, context: KindContext): string;
  /** What is wrong with a value on a site, by pointer. */
  faults(id: string, value: Value, site: KindSite): readonly FieldFault[];
  /** Why it cannot be taken off; an empty pointer is the record itself. */
  faultsOfTakingOff?(id: string, site: KindSite): readonly FieldFault[];
  /** The block that must be live for it to show anything. */
  needsBlock?(value: Value): string;
  /** It has an address, of which there must be one at any time. */
  readonly isAddressed?: boolean;
  /** It may be an inset, and hold others. */
  readonly isInset?: boolean;
  /** A new one is seen nowhere until something names it: whoever may write it may make it live. */
  readonly isHarmlessWhenNew?: boolean;
  /** Nothing that readers see follows from it. */
  readonly isUnseen?: boolean;
}
