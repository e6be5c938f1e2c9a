import type { WhereTestKind } from '@core/rule/tests/test-kind';

/** Pages that lie at least so many levels beneath the front page. */
export interface DepthTest {
  readonly test: 'depth';
  readonly levels: number;
}

/** See {@link DepthTest}. */
export const depth: WhereTestKind<DepthTest> = {
  name: 'depth',
  label: 'pages so deep in the tree',
  parameters: [{ name: 'levels', label: 'Levels', kind: 'number', help: 'How many levels beneath the front page.', least: 1, most: 20 }],
  holds: test => facts => facts.lineage.length - 1 >= test.levels,
  phrase: test => `pages ${test.levels} or more levels down`,
};
