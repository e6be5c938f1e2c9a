import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import { schemaOfTest } from '../../rule/tests/test-kind';
import { recurring } from '../../rule/tests/recurring/test';
import { window } from '../../rule/tests/window/test';
import { mostAgain, mostDates } from '../../season/season';
import { say } from '../../tongue/say';

/** The schema of seasons. */
export function seasonSchema(z: Zod) {
  const date = z.discriminatedUnion('test', [schemaOfTest(z, window), schemaOfTest(z, recurring)] as never);
  return z.strictObject({
    version: z.literal(1, { error: () => say`This version of seasons is not known here.` }),
    title: textSchema(z, 200, true, 'one line'),
    reason: textSchema(z, 1_000, false, 'one line'),
    dates: z
      .array(date)
      .min(1, { error: () => say`A season has at least one date.` })
      .max(mostDates, { error: () => say`At most ${mostDates} dates.` })
      .refine(dates => (dates as readonly { test: string }[]).filter(each => each.test === 'recurring').length <= mostAgain, {
        error: () => say`At most ${mostAgain} dates that come again.`,
      }),
    source: z
      .strictObject({
        address: textSchema(z, 1_000, true, 'one line').refine(address => /^https?:\/\/\S+$/.test(address), {
          error: () => say`An address elsewhere begins with https:// or http://.`,
        }),
        event: textSchema(z, 200, true, 'one line'),
      })
      .optional(),
  });
}
