/** Text that follows a control in a sentence: a comma or full stop at its beginning stays on the line of the control. */
export function joined(text: string): string {
  return /^[,.;:]/.test(text) ? `\u2060${text}` : text;
}
