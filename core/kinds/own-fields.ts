import { alwaysHolds, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from '../rule/rule';
import { whenPhrase, whereSummary, whoPhrase } from '../rule/sentence';
import type { OwnField } from './kind';

/** Who may read a record itself; null follows what lies above it. */
export const readersWords: OwnField = {
  label: 'Readers',
  describe: (readers: RuleTree<WhoTest>, { names }) => whoPhrase(readers, names),
  empty: 'as the page',
};

/** The layout of a page. */
export const layoutWords: OwnField = { label: 'Layout', describe: (name: string, { names }) => names.layout(name) };

/** The three parts of a rule, each by itself. */
export const rulePartsWords: Readonly<Record<'where' | 'who' | 'when', OwnField>> = {
  where: { label: 'Where', describe: (where: RuleTree<WhereTest>, { names }) => whereSummary(where, names, null) },
  who: { label: 'To whom', describe: (who: RuleTree<WhoTest>, { names }) => whoPhrase(who, names) },
  when: {
    label: 'When',
    describe: (when: RuleTree<WhenTest>, { style }) => (alwaysHolds(when) ? 'at any time' : whenPhrase(when, style)),
  },
};
