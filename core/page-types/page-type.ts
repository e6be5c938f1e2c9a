import type { AnyField } from '../fields/kinds';
import type { RenditionName } from '../site-types/site-type';
import type { UpgradeSteps } from '../versions/upgrade';

/** What is declared of a type of page: data only, so that it can be sent. */
export interface PageTypeDeclaration {
  readonly name: string;
  readonly label: string;
  readonly version: number;
  readonly fields: readonly AnyField[];
  /** Not offered where something new is written. */
  readonly isKeptFromNew?: boolean;
}

/** A type of page. Types differ in what is written, in how they are listed and in what rules may ask. */
export interface PageType extends PageTypeDeclaration {
  /** From each older version of its fields to the next; `typeVersion` says which. */
  readonly upgrades?: UpgradeSteps;
  /** Templates by which its pages are shown: by themselves, as a card, in a line; left out, as the theme shows all pages. */
  readonly renditions?: Partial<Readonly<Record<RenditionName, string>>>;
  /** Left out of listings that do not ask for it. */
  readonly isKeptFromLists?: boolean;
}

/** The declaration of a type alone. */
export function pageDeclarationOf({ name, label, version, fields, isKeptFromNew = false }: PageTypeDeclaration): PageTypeDeclaration {
  return { name, label, version, fields, isKeptFromNew };
}
