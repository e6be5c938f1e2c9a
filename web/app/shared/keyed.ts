/**
 * Gives each part of a sentence a key of its own, so that a control stays the same one, and what it has opened stays open,
 * when words before it come or go.
 */
export function keyed<Part extends { readonly edits: string | null }>(
  parts: readonly Part[],
): readonly (Part & { readonly key: string })[] {
  const counts = new Map<string, number>();
  return parts.map(part => {
    const name = part.edits ?? '';
    const count = counts.get(name) ?? 0;
    counts.set(name, count + 1);
    return { ...part, key: `${name} ${count}` };
  });
}
