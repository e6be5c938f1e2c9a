import type { FieldOpener, FieldValues } from '../fields/field';
import { openFields } from '../fields/values';
import type { PageType } from '../page-types/page-type';
import type { PageNode } from '../site/snapshot';

/** A page of a type that says itself how it is shown, as its templates read it. */
export interface OwnLook {
  readonly type: string;
  readonly title: string;
  readonly path: string;
  readonly fields: FieldValues;
}

/** A page made ready for the renditions of its type; null where the type has none. */
export function ownLookOf(page: PageNode, types: ReadonlyMap<string, PageType>, opener: FieldOpener): OwnLook | null {
  const type = types.get(page.value.type);
  if (!type?.renditions || Object.keys(type.renditions).length === 0) return null;
  return { type: type.name, title: page.value.title, path: page.address, fields: openFields(type.fields, page.value.fields, opener) };
}
