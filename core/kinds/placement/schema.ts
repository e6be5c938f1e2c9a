import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';
import { orderKeySchema } from '../typed-schema';

/** The schema of placements. */
export function placementSchema(z: Zod) {
  return z
    .strictObject({
      version: z.literal(1),
      blockId: z.uuid({ error: () => say`An id is a UUID.` }),
      target: z.strictObject({ kind: z.enum(['region', 'insertion point', 'stand in']), name: textSchema(z, 60, true, 'one line') }),
      order: orderKeySchema(z),
      rule: ruleSchemas(z).rule,
      off: z.boolean(),
      look: textSchema(z, 60, false, 'one line'),
      ground: z.strictObject({ ground: textSchema(z, 60, true, 'one line'), ink: textSchema(z, 60, true, 'one line') }).optional(),
      align: z.enum(['start', 'centre', 'end']),
      title: z.strictObject({ show: z.enum(['block', 'own', 'none']), own: textSchema(z, 200, false, 'one line') }),
      anchor: z
        .string()
        .max(60)
        .regex(/^([a-z][a-z0-9-]*)?$/, { error: () => say`Small letters, digits and hyphens, beginning with a letter.` }),
      reason: textSchema(z, 500, false, 'one line'),
    })
    .superRefine((placement, context) => {
      if (placement.title.show === 'own' && placement.title.own.trim() === '')
        context.addIssue({ code: 'custom', path: ['title', 'own'], message: say`Write the title to show here.` });
    });
}
