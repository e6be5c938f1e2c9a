import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import type { Registry } from '../../registry/registry';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';
import { schemaByType } from '../typed-schema';

/** The schema of blocks; their fields follow from their type. */
export function blockSchema(z: Zod, { blockTypes }: Registry) {
  const types = [...blockTypes.values()];
  const parts = {
    version: z.literal(2, { error: () => say`This version of blocks is not known here.` }),
    title: textSchema(z, 200, true, 'one line'),
    readers: ruleSchemas(z).who.nullable(),
  };
  return schemaByType(z, types, parts).superRefine((block, context) => {
    const title = String(block['title']).trim().toLowerCase();
    const isTypeName = types.some(type => type.name === title || type.label.toLowerCase() === title);
    if (isTypeName)
      context.addIssue({ code: 'custom', path: ['title'], message: say`Give it a title of its own: lists and search show it.` });
  });
}
