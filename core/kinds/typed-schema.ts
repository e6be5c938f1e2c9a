import type { z as zod } from 'zod';
import type { BlockTypeDeclaration } from '../blocks/block-type';
import type { Zod } from '../fields/field';
import { schemaOfFields } from '../fields/index';
import type { PageTypeDeclaration } from '../page-types/page-type';
import { say } from '../tongue/say';

/**
 * The schema of records whose fields follow from their type.
 * @param parts - what every one of them has besides
 */
export function schemaByType(
  z: Zod,
  types: readonly (BlockTypeDeclaration | PageTypeDeclaration)[],
  parts: Readonly<Record<string, zod.ZodType>>,
): zod.ZodType<Readonly<Record<string, unknown>>> {
  const options = types.map(type =>
    z.strictObject({
      ...parts,
      type: z.literal(type.name),
      typeVersion: z.literal(type.version, { error: () => say`This version of the type is not known here.` }),
      fields: schemaOfFields(z, type.fields),
    }),
  );
  return z.discriminatedUnion('type', options as unknown as Parameters<Zod['discriminatedUnion']>[1], {
    error: () => say`There is no such type.`,
  }) as never;
}

/** The schema of the key that says where a record stands among its siblings. */
export function orderKeySchema(z: Zod): zod.ZodType<string> {
  return z.string().regex(/^[0-9A-Za-z]{1,200}$/, { error: () => say`Not an order key.` });
}
