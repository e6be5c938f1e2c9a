/** Words that are asked for, parted by commas; each may be several that stand side by side. In small letters. */
export function askedWords(text: string): readonly string[] {
  return text
    .split(',')
    .map(each => each.trim().toLowerCase())
    .filter(each => each !== '');
}
