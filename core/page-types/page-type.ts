import type { AnyField } from '../fields/kinds';
import type { UpgradeSteps } from '../versions/upgrade';

/** What is declared of a type of page: data only, so that it can be sent. */
export interface PageTypeDeclaration {
  readonly name: string;
  readonly label: string;
  readonly version: number;
  readonly fields: readonly AnyField[];
}

/** A type of page. Types differ in what is written, in how they are listed and in what rules may ask. */
export interface PageType extends PageTypeDeclaration {
  /** From each older version of its fields to the next; `typeVersion` says which. */
  readonly upgrades?: UpgradeSteps;
}

/** The declaration of a type alone. */
export function pageDeclarationOf({ name, label, version, fields }: PageTypeDeclaration): PageTypeDeclaration {
  return { name, label, version, fields };
}
