/** One line of a calendar as it is meant: unfolded, and where it begins in what was sent. */
export interface ContentLine {
  readonly text: string;
  /** Of the first of the lines that it was folded into, from 1. */
  readonly line: number;
}

/** The most octets of a line, its break left out. @see RFC 5545 section 3.1 */
const mostOctets = 75;

/** Joins folded lines; a blank one is none. @see RFC 5545 section 3.1 */
export function unfolded(text: string): readonly ContentLine[] {
  const lines: { text: string; line: number }[] = [];
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .forEach((each, index) => {
      const last = lines[lines.length - 1];
      if (last && /^[ \t]/.test(each)) last.text += each.slice(1);
      else if (each !== '') lines.push({ text: each, line: index + 1 });
    });
  return lines;
}

/** Folds a line so that no part is longer than 75 octets and no character is cut. @see RFC 5545 section 3.1 */
export function folded(line: string): string {
  const parts: string[] = [];
  let part = '';
  let octets = 0;
  for (const character of line) {
    const size = octetsOf(character);
    if (octets + size > mostOctets) {
      parts.push(part);
      [part, octets] = [' ', 1];
    }
    part += character;
    octets += size;
  }
  return [...parts, part].join('\r\n');
}

function octetsOf(character: string): number {
  const code = character.codePointAt(0)!;
  return code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
}

/** Text as a value of its own. @see RFC 5545 section 3.3.11 */
export function escaped(text: string): string {
  return (
    text
      .replace(/[\\;,]/g, '\\$&')
      .replace(/\r\n|\n|\r/g, '\\n')
      // eslint-disable-next-line no-control-regex -- Control characters have no place in a calendar.
      .replace(/[\u0000-\u0008\u000B-\u001F\u007F]/g, '')
  );
}
