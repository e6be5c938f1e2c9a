import { textSchema } from '../../../fields/text-schemas';
import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';
import { compilePathPattern, isPathPattern, isSafePattern } from './pattern';

/** Pages by their address. */
export interface PathTest {
  readonly test: 'path';
  readonly pattern: string;
}

/** See {@link PathTest}. */
export const path: WhereTestKind<PathTest> = {
  name: 'path',
  label: 'pages by their address',
  parameters: [
    {
      name: 'pattern',
      label: 'Address pattern',
      kind: 'short text',
      help: 'Like /visit/:place. A star stands for anything, :name for one part.',
      most: 300,
    },
  ],
  schema: z =>
    z.strictObject({
      test: z.literal('path'),
      pattern: textSchema(z, 300, true, 'one line')
        .refine(isSafePattern, { error: () => say`A bracketed expression may hold words, | and digits only, and may not repeat itself.` })
        .refine(isPathPattern, { error: () => say`Not a path pattern. Write it like /visit/:place or /news/*.` }),
    }),
  holds: test => {
    const matches = compilePathPattern(test.pattern);
    return facts => matches(facts.path);
  },
  phrase: test => say`pages at ${test.pattern}`,
};
