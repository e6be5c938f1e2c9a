import { fieldAsText } from '../../../page/page';
import { textSchema } from '../../../fields/text-schemas';
import { quote, type TextReader } from '../../text-reader';
import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** What a field of the page says; `value` is not looked at when empty is asked for. */
export interface FieldTest {
  readonly test: 'field';
  readonly field: string;
  readonly compare: 'is' | 'contains' | 'is empty';
  readonly value: string;
}

const compares = ['is', 'contains', 'is empty'] as const;

/** See {@link FieldTest}. */
export const field: WhereTestKind<FieldTest> = {
  name: 'field',
  label: 'pages by what a field says',
  parameters: [
    { name: 'field', label: 'Field', kind: 'short text', help: '', most: 60, from: 'page fields' },
    {
      name: 'compare',
      label: 'How',
      kind: 'choice',
      help: '',
      choices: compares.map(value => ({ value, label: value })),
      initial: 'contains',
    },
    {
      name: 'value',
      label: 'Words',
      kind: 'short text',
      help: '',
      most: 200,
      askedWhen: { field: 'compare', is: ['is', 'contains'] },
    },
  ],
  schema: z =>
    z.strictObject({
      test: z.literal('field'),
      field: z.string().min(1).max(60),
      compare: z.enum(compares),
      value: textSchema(z, 200, false, 'one line'),
    }),
  holds: test => facts => facts.written !== null && saysSo(test, fieldAsText(facts.written, test.field)),
  phrase: (test, names) =>
    test.compare === 'is empty'
      ? say`pages whose ${names.field(test.field)} is empty`
      : test.compare === 'is'
        ? say`pages whose ${names.field(test.field)} is “${test.value}”`
        : say`pages whose ${names.field(test.field)} contains “${test.value}”`,
  text: {
    write: test => `field ${quote(test.field)} ${test.compare} ${quote(test.value)}`,
    read: reader => (reader.takes('field') ? readField(reader) : null),
  },
};

function saysSo({ compare, value }: FieldTest, text: string): boolean {
  if (compare === 'is empty') return text === '';
  return compare === 'is' ? text === value : text.toLowerCase().includes(value.toLowerCase());
}

function readField(reader: TextReader): FieldTest {
  const name = reader.string();
  const compare = (['is empty', 'contains', 'is'] as const).find(each => reader.takes(each));
  return {
    test: 'field',
    field: name,
    compare: compare ?? reader.fail(say`“is”, “contains” or “is empty” was expected here`),
    value: reader.string(),
  };
}
