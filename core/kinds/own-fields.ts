import { mergeReaders, mergeTrees } from '../merge/tree';
import { alwaysHolds, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from '../rule/rule';
import { whenPhrase, whereSummary, whoPhrase } from '../rule/sentence';
import { say } from '../tongue/say';
import type { KindContext, OwnField } from './kind';

/** Who may read a record itself; null follows what lies above it. */
export const readersWords: OwnField = {
  label: 'Readers',
  describe: (readers: RuleTree<WhoTest>, { names }) => whoPhrase(readers, names),
  empty: 'as the page',
  merge: mergeReaders,
};

/** The layout of a page. */
export const layoutWords: OwnField = { label: 'Layout', describe: (name: string, { names }) => names.layout(name) };

/** The three parts of a rule, each by itself. */
export const rulePartsWords: Readonly<Record<'where' | 'who' | 'when', OwnField>> = {
  where: { label: 'Where', merge: mergeTrees, describe: (where: RuleTree<WhereTest>, { names }) => whereSummary(where, names, null) },
  who: { label: 'To whom', merge: mergeTrees, describe: (who: RuleTree<WhoTest>, { names }) => whoPhrase(who, names) },
  when: {
    label: 'When',
    merge: mergeTrees,
    describe: (when: RuleTree<WhenTest>, { style, names }) => (alwaysHolds(when) ? say`at any time` : whenPhrase(when, style, names)),
  },
};

/** The value of a field of a kind's own in words. */
export function describeOwn(own: OwnField | undefined, value: unknown, context: KindContext): string {
  if (own?.describe) return own.describe(value as never, context);
  if (typeof value === 'boolean') return value ? say`yes` : say`no`;
  if (Array.isArray(value)) return value.length === 0 ? say`none` : value.join(', ');
  return typeof value === 'object' ? JSON.stringify(value) : String(value as string | number);
}
