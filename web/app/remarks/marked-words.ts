/** Words of a field of a change that somebody marked. */
export interface MarkedWords {
  readonly proposalId: string;
  readonly field: string;
  readonly quote: string;
}

/** The words that are marked within an element as they stand now: without those that were taken out. */
export function wordsMarkedIn(element: HTMLElement): string {
  const selection = getSelection();
  if (!selection || selection.isCollapsed || !element.contains(selection.anchorNode) || !element.contains(selection.focusNode)) return '';
  const marked = selection.getRangeAt(0).cloneContents();
  for (const gone of marked.querySelectorAll('del')) gone.remove();
  return (marked.textContent ?? '').trim();
}
