import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

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
  phrase: () => say`the front page`,
  keys: () => ['front page'],
  keysOfPage: facts => (facts.isFrontPage ? ['front page'] : []),
};
