import type { RecordKind } from '../ledger/records';

/** A kind of record, and of which types of page or block; none means every type. */
export interface GovernedKind {
  readonly kind: RecordKind;
  readonly types: readonly string[];
}

/** What a workflow governs. An empty list leaves that open: every kind, anywhere, in every locale. */
export interface Governed {
  readonly kinds: readonly GovernedKind[];
  /** Ids of pages; all pages on which readers could notice it are these or lie beneath them. */
  readonly sections: readonly string[];
  /** BCP 47 tags. */
  readonly locales: readonly string[];
}

/** One change, as far as workflows tell changes apart. */
export interface Governable {
  readonly kind: RecordKind;
  /** The type of the page or block that it is or shows; null when it has none. */
  readonly type: string | null;
  readonly locale: string;
  /** Whether it can be noticed, and nowhere but on these pages and beneath them. Only asked when all else fits: it has to be computed. */
  readonly isIn: (sections: readonly string[]) => boolean;
}

/** Whether a record is of one of some kinds and types. */
export function isOfKinds(kinds: readonly GovernedKind[], { kind, type }: Pick<Governable, 'kind' | 'type'>): boolean {
  return kinds.some(each => each.kind === kind && (each.types.length === 0 || (type !== null && each.types.includes(type))));
}

/** Whether something governs a change. */
export function governs({ kinds, sections, locales }: Governed, change: Governable): boolean {
  const { locale, isIn } = change;
  if (kinds.length > 0 && !isOfKinds(kinds, change)) return false;
  if (locales.length > 0 && !locales.includes(locale)) return false;
  return sections.length === 0 || isIn(sections);
}

/**
 * The workflow that an edition goes by: the first that governs any part of it. The last one of a site governs all.
 * @param workflows - in the order in which they are asked
 */
export function workflowFor<W extends { readonly governs: Governed }>(workflows: readonly W[], changes: readonly Governable[]): W {
  return workflows.find(each => changes.some(change => governs(each.governs, change))) ?? workflows.at(-1)!;
}

/** Whether everything that one governs is governed by another that is asked before it. */
export function isCovered(governed: Governed, before: Governed): boolean {
  const isWithin = <Each>(inner: readonly Each[], outer: readonly Each[]) =>
    outer.length === 0 || (inner.length > 0 && inner.every(each => outer.includes(each)));
  const covers = ({ kind, types }: GovernedKind) => before.kinds.some(each => each.kind === kind && isWithin(types, each.types));
  return (
    (before.kinds.length === 0 || (governed.kinds.length > 0 && governed.kinds.every(covers))) &&
    isWithin(governed.sections, before.sections) &&
    isWithin(governed.locales, before.locales)
  );
}
