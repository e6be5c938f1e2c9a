import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Pages of a layout. */
export interface LayoutTest {
  readonly test: 'layout';
  readonly layout: string;
}

/** See {@link LayoutTest}. */
export const layout: WhereTestKind<LayoutTest> = {
  name: 'layout',
  label: 'pages of a layout',
  parameters: [{ name: 'layout', label: 'Layout', kind: 'short text', help: '', most: 60, from: 'layouts' }],
  holds: test => facts => facts.layout === test.layout,
  phrase: (test, names) => say`pages laid out as ${names.layout(test.layout)}`,
  keys: test => [`layout ${test.layout}`],
  keysOfPage: facts => [`layout ${facts.layout}`],
};
