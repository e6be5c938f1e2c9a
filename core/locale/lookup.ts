/** One of the languages that somebody reads, and how gladly: from 0, not at all, to 1. */
export interface LanguageRange {
  readonly range: string;
  readonly weight: number;
}

/**
 * What a browser says its reader reads, the dearest first. What cannot be understood is left out.
 * @param header - such as "cy, en-GB;q=0.8, *;q=0.1"
 * @see RFC 9110 sections 12.4.2 and 12.5.4; RFC 4647 section 2.1
 */
export function languageRanges(header: string): readonly LanguageRange[] {
  return header
    .slice(0, longestHeader)
    .split(',')
    .flatMap((part): LanguageRange[] => {
      const [range = '', ...parameters] = part.split(';').map(each => each.trim());
      const weight = parameters.length === 0 ? '1' : /^q=(0(?:\.\d{0,3})?|1(?:\.0{0,3})?)$/i.exec(parameters[0]!)?.[1];
      return weight !== undefined && /^(?:\*|[a-z]{1,8}(?:-[a-z0-9]{1,8})*)$/i.test(range) ? [{ range, weight: Number(weight) }] : [];
    })
    .sort((a, b) => b.weight - a.weight);
}

/** The most characters of the header that are looked at. */
const longestHeader = 1_000;

/**
 * The locale to offer to somebody: of the first range for which there is one, the nearest as its subtags are taken off from
 * the end. "*" asks for nothing, and what weighs nothing is not wanted.
 * @returns null when none fits
 * @see RFC 4647 section 3.4 (lookup)
 */
export function lookUp(ranges: readonly LanguageRange[], available: readonly string[]): string | null {
  const unwanted = ranges.filter(each => each.weight === 0).map(each => each.range.toLowerCase());
  const offered = available.filter(tag => !unwanted.includes(tag.toLowerCase()));
  for (const { range, weight } of ranges) {
    if (weight === 0 || range === '*') continue;
    for (let left = range.toLowerCase(); left !== ''; left = shortened(left)) {
      const found = offered.find(tag => tag.toLowerCase() === left);
      if (found !== undefined) return found;
    }
  }
  return null;
}

// A single letter or digit introduces what follows it, so it does not stay behind alone.
function shortened(range: string): string {
  const subtags = range.split('-').slice(0, -1);
  if (subtags[subtags.length - 1]?.length === 1) subtags.pop();
  return subtags.join('-');
}
