import type { CoverageCell } from '@contract/languages';

/** Kinds of records that have words of their own in locales. */
export const coverageKinds = [
  { value: 'page', label: 'pages' },
  { value: 'block', label: 'blocks' },
  { value: 'menu', label: 'menus' },
  { value: 'file', label: 'files' },
] as const;

/** Whether somebody still has to write in a cell: words are missing or behind, and none are on their way. */
export function isUnfinished([letter, own, of, behind, isWaiting]: CoverageCell): boolean {
  return letter !== 'b' && letter !== 'x' && !isWaiting && (behind > 0 || own < of);
}
