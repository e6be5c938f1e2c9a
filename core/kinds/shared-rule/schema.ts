import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import { ruleSchemas } from '../../rule/schema';

/** The schema of shared rules. */
export function sharedRuleSchema(z: Zod) {
  return z.strictObject({
    version: z.literal(1),
    title: textSchema(z, 200, true, 'one line'),
    reason: textSchema(z, 1_000, true, 'one line'),
    rule: ruleSchemas(z).rule,
  });
}
