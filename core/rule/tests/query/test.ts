import { textSchema } from '../../../fields/text-schemas';
import type { Reading } from '../../page-facts';
import { quote } from '../../text-reader';
import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** A parameter of the address's query; null takes any value. */
export interface QueryTest {
  readonly test: 'query';
  readonly name: string;
  readonly value: string | null;
}

/** Whether a query has a parameter, and of the wanted value where one is. Names come from anybody: only own ones count. */
export function queryHolds({ name, value }: QueryTest, query: Reading['query']): boolean {
  return Object.hasOwn(query, name) && (value === null || query[name] === value);
}

/** See {@link QueryTest}. */
export const query: WhereTestKind<QueryTest> = {
  name: 'query',
  label: 'addresses with a parameter',
  parameters: [
    { name: 'name', label: 'Parameter', kind: 'short text', help: '', most: 60 },
    { name: 'value', label: 'Value; empty takes any', kind: 'short text', help: '', most: 200, isNullWhenEmpty: true },
  ],
  schema: z =>
    z.strictObject({
      test: z.literal('query'),
      name: z.string().regex(/^[\w.-]{1,60}$/, { error: () => say`Letters, digits, full stops, hyphens and underscores.` }),
      value: textSchema(z, 200, false, 'one line').nullable(),
    }),
  holds: test => facts => queryHolds(test, facts.query),
  phrase: test => say`addresses with ${test.name}${test.value === null ? '' : `=${test.value}`}`,
  text: {
    write: test => (test.value === null ? `query ${quote(test.name)}` : `query ${quote(test.name)} is ${quote(test.value)}`),
    read: reader =>
      reader.takes('query') ? { test: 'query', name: reader.string(), value: reader.takes('is') ? reader.string() : null } : null,
  },
  asksReading: (test, reading) => queryHolds(test, reading.query),
};
