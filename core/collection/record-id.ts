/** The id of a record within a longer text, as the source of a regular expression. @see RFC 9562 section 4 */
export const recordIdSource = '[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}';

const whole = new RegExp(`^${recordIdSource}$`);

/** Whether something has the form of a record's id. */
export function isRecordId(held: unknown): held is string {
  return typeof held === 'string' && whole.test(held);
}
