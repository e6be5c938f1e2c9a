import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** One page. */
export interface PageTest {
  readonly test: 'page';
  readonly page: string;
}

/** See {@link PageTest}. */
export const page: WhereTestKind<PageTest> = {
  name: 'page',
  label: 'one page',
  parameters: [{ name: 'page', label: 'Page', kind: 'page', help: '', from: 'pages' }],
  holds: test => facts => facts.id === test.page,
  phrase: (test, names, current) => (test.page === current ? say`this page` : names.page(test.page)),
  keys: test => [`page ${test.page}`],
  keysOfPage: facts => [`page ${facts.id}`],
  inTree: test => ({ page: test.page, extent: 'itself' }),
};
