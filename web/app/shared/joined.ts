/** A part of a sentence as it is laid out: the punctuation that belongs to a control stays on its line. */
export interface Joined {
  readonly text: string;
  /** The comma, full stop or colon that follows; empty for none. */
  readonly after: string;
}

/**
 * Gives the punctuation at the beginning of each plain part to the control before it: browsers may break a line beside a
 * button whatever follows it, so the two have to be laid out as one.
 */
export function joined<Part extends { readonly text: string; readonly edits: string | null }>(
  parts: readonly Part[],
): readonly (Part & Joined)[] {
  return parts.map((part, index) => {
    const before = parts[index - 1];
    const next = parts[index + 1];
    const own = before?.edits && !part.edits ? part.text.replace(/^[,.;:]+/, '') : part.text;
    const after = part.edits && next && !next.edits ? (/^[,.;:]+/.exec(next.text)?.[0] ?? '') : '';
    return { ...part, text: own, after };
  });
}
