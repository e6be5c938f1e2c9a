/** As browsers judge what is typed into a field for an e-mail address. @see HTML Living Standard, valid e-mail address */
const address =
  /^[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$/;

/** Whether a text is an e-mail address of at most 254 characters. @see RFC 5321 section 4.5.3.1.3 */
export function isEmailAddress(text: string): boolean {
  return text.length <= 254 && address.test(text);
}
