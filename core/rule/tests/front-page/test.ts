import type { WhereTestKind } from '../test-kind';

/** The front page. */
export interface FrontPageTest {
  readonly test: 'front page';
}

/** See {@link FrontPageTest}. */
export const frontPage: WhereTestKind<FrontPageTest> = {
  name: 'front page',
  label: 'the front page',
  parameters: [],
  holds: () => facts => facts.isFrontPage,
  phrase: () => 'the front page',
  keys: () => ['front page'],
  keysOfPage: facts => (facts.isFrontPage ? ['front page'] : []),
};
