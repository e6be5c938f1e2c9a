import type { WhereTestKind } from '../test-kind';
import { say, told } from '../../../tongue/say';

/** Every page of a type. */
export interface TypeTest {
  readonly test: 'type';
  readonly type: string;
}

/** See {@link TypeTest}. */
export const type: WhereTestKind<TypeTest> = {
  name: 'type',
  label: 'every page of a type',
  parameters: [{ name: 'type', label: 'Type', kind: 'short text', help: '', most: 60, from: 'page types' }],
  holds: test => facts => facts.service === null && facts.type === test.type,
  phrase: test => say`every ${told(test.type)} page`,
  keys: test => [`type ${test.type}`],
  keysOfPage: facts => (facts.service === null ? [`type ${facts.type}`] : []),
};
