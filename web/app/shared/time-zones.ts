/** The time zones that may be chosen, by name; one that is in use is among them whatever this browser knows. */
export function timeZones(used: string): readonly string[] {
  return [...new Set([...Intl.supportedValuesOf('timeZone'), used])].sort();
}
