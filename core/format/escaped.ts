const signs: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** A text as it stands within HTML or one of its attributes. */
export function escaped(text: string): string {
  return text.replace(/[&<>"]/g, sign => signs[sign]!);
}
