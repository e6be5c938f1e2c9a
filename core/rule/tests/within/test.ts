import { quote } from '../../text-reader';
import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** A page and all beneath it. */
export interface WithinTest {
  readonly test: 'within';
  readonly page: string;
}

/** See {@link WithinTest}. */
export const within: WhereTestKind<WithinTest> = {
  name: 'within',
  label: 'a page and all beneath',
  parameters: [{ name: 'page', label: 'Page', kind: 'page', help: '', from: 'pages' }],
  holds: test => facts => facts.lineage.includes(test.page),
  phrase: (test, names, current) => say`${test.page === current ? say`this page` : names.page(test.page)} and all beneath`,
  text: {
    write: (test, pages) => `beneath ${quote(pages.write(test.page))}`,
    read: (reader, pages) => (reader.takes('beneath') ? { test: 'within', page: reader.page(pages) } : null),
  },
  keys: test => [`within ${test.page}`],
  keysOfPage: facts => facts.lineage.map(each => `within ${each}`),
  inTree: test => ({ page: test.page, extent: 'beneath' }),
};
