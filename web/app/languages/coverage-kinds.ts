import type { CoverageCell } from '@contract/languages';

/** Kinds of records that have words of their own in locales. */
export const coverageKinds = [
  { value: 'page', label: $localize`pages` },
  { value: 'block', label: $localize`blocks` },
  { value: 'menu', label: $localize`menus` },
  { value: 'file', label: $localize`files` },
] as const;

/** Whether somebody still has to write in a cell: words are missing or behind, and none are on their way. */
export function isUnfinished([letter, own, of, behind, isWaiting]: CoverageCell): boolean {
  return letter !== 'b' && letter !== 'x' && !isWaiting && (behind > 0 || own < of);
}
