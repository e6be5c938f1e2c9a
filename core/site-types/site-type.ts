import type { Field } from '../fields/index';

/** How a field of a site’s own type stands. What is withdrawn or emptied is asked for and shown no more, but can come back. */
export type FieldState = 'used' | 'withdrawn' | 'emptied';

/** A field of a type that a site has made. */
export interface SiteField {
  readonly field: Field;
  /** What templates call it. A field that takes the place of another, of another kind, takes its name there. */
  readonly called: string;
  readonly state: FieldState;
}

/** How records of a type are shown: from an arrangement of fields, or by a template. */
export type Rendition =
  { readonly way: 'arranged'; readonly parts: readonly RenditionPart[] } | { readonly way: 'template'; readonly template: string };

/** A field within an arrangement. */
export interface RenditionPart {
  /** What templates call the field. */
  readonly called: string;
  readonly isLabelled: boolean;
  readonly as: 'text' | 'heading' | 'quiet';
}

/** The ways in which a type is shown: by itself, as a card, in a line. */
export const renditionNames = ['whole', 'card', 'line'] as const;
/** See {@link renditionNames}. */
export type RenditionName = (typeof renditionNames)[number];

/** One step of a type from one version of its fields to the next. */
export interface TypeStep {
  /** Fields that came in, and the one that each takes its values from; null begins them as a new record does. */
  readonly adds: readonly { readonly field: Field; readonly from: Field | null }[];
  /** Fields whose values were thrown away. */
  readonly empties: readonly Field[];
}

/** A type that a site has made without code. */
export interface SiteType {
  readonly of: 'page' | 'block';
  /** As stored; never changes. */
  readonly name: string;
  readonly label: string;
  readonly description: string;
  /** Fields of its own, and by name those that it shares, in the order in which they are asked for. */
  readonly fields: readonly (SiteField | { readonly shared: string })[];
  readonly renditions: Partial<Readonly<Record<RenditionName, Rendition>>>;
  /** Not offered where something new is written. */
  readonly isKeptFromNew: boolean;
  /** Left out of listings that do not ask for it. */
  readonly isKeptFromLists: boolean;
  /** From version 1 on; the present version is one more than there are steps. */
  readonly steps: readonly TypeStep[];
}

/** The types that a site has made, and the fields that several of them share. */
export interface SiteTypes {
  readonly shared: readonly SiteField[];
  readonly types: readonly SiteType[];
}

/** What a site has before it makes any. */
export const noSiteTypes: SiteTypes = { shared: [], types: [] };

/** All fields of a type, shared ones in their place; withdrawn ones among them. */
export function fieldsOfType({ fields }: Pick<SiteType, 'fields'>, shared: readonly SiteField[]): readonly SiteField[] {
  return fields.flatMap(each => ('shared' in each ? shared.filter(one => one.called === each.shared) : [each]));
}

/** The version of a type’s fields. */
export function versionOf({ steps }: Pick<SiteType, 'steps'>): number {
  return steps.length + 1;
}
