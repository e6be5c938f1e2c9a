/** Which of two keys comes first. Fractional keys are compared by code unit, never by a locale's collation. */
export function compareKeys(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
