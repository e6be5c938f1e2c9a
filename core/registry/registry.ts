import type { BlockType } from '../blocks/block-type';
import { blockTypes } from '../blocks/index';
import { kindOfField, type AnyField } from '../fields/index';
import type { PageType } from '../page-types/page-type';
import { pageTypes } from '../page-types/index';

/** The types that a site knows. It is handed in wherever types matter, so that two sites may know different ones. */
export interface Registry {
  readonly blockTypes: ReadonlyMap<string, BlockType>;
  readonly pageTypes: ReadonlyMap<string, PageType>;
}

/** A registry of some types. */
export function registryOf(types: { readonly blockTypes: readonly BlockType[]; readonly pageTypes: readonly PageType[] }): Registry {
  return {
    blockTypes: new Map(types.blockTypes.map(each => [each.name, each])),
    pageTypes: new Map(types.pageTypes.map(each => [each.name, each])),
  };
}

/** The types that ship with the product. */
export const shippedTypes: Registry = registryOf({ blockTypes, pageTypes });

/** A registry with one more type of block, or with another in the place of one of that name. */
export function withBlockType(registry: Registry, type: BlockType): Registry {
  return { ...registry, blockTypes: new Map(registry.blockTypes).set(type.name, type) };
}

/**
 * Refuses types with a kind of field that this program does not know: of their records nothing could be read.
 * @throws UnknownFieldKind
 */
export function refuseUnknownFields({ blockTypes, pageTypes }: Registry): void {
  const check = (field: AnyField): void => {
    kindOfField(field);
    (field as { readonly fields?: readonly AnyField[] }).fields?.forEach(check);
  };
  for (const { fields } of [...blockTypes.values(), ...pageTypes.values()]) fields.forEach(check);
}

/** A type that a site does not know. */
export class UnknownType extends RangeError {
  constructor(
    readonly kind: 'block' | 'page',
    readonly type: string,
  ) {
    super(`no type of ${kind} “${type}” is known here`);
  }
}
