/**
 * What a filter offers: each of some values once, in order; empty ones are left out.
 * @param labelOf - what a value is called; what people wrote themselves (names, topics) is called what it is
 */
export function filterChoices(
  values: Iterable<string>,
  labelOf: (value: string) => string = value => value,
): { readonly value: string; readonly label: string }[] {
  return [...new Set(values)]
    .filter(Boolean)
    .sort()
    .map(value => ({ value, label: labelOf(value) }));
}
