import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import type { Registry } from '../../registry/registry';
import { localeTagSchema } from '../../locale/locale-tag';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';

/** The schema of expectations. */
export function expectationSchema(z: Zod, { blockTypes }: Registry) {
  const { where, who, when } = ruleSchemas(z);
  return z
    .strictObject({
      version: z.literal(1),
      subject: z.discriminatedUnion('kind', [
        z.strictObject({
          kind: z.literal('blocks'),
          blockIds: z
            .array(z.uuid({ error: () => say`An id is a UUID.` }))
            .min(1, { error: () => say`Choose at least one.` })
            .max(100),
        }),
        z.strictObject({ kind: z.literal('type'), type: z.enum([...blockTypes.keys()]) }),
        z.strictObject({ kind: z.literal('region'), name: textSchema(z, 60, true, 'one line') }),
      ]),
      claim: z.enum(['shows', 'does not show', 'at most', 'at least']),
      count: z.number().int().min(0).max(100),
      where,
      who,
      when,
      locale: localeTagSchema(z).optional(),
      reason: textSchema(z, 1_000, false, 'one line'),
    })
    .superRefine((expectation, context) => {
      const counts = expectation.claim === 'at most' || expectation.claim === 'at least';
      if (expectation.subject.kind === 'region' && !counts && expectation.claim !== 'does not show')
        context.addIssue({ code: 'custom', path: ['claim'], message: say`A region holds at least or at most so many.` });
    });
}
