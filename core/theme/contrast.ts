/** The least contrast of words with the ground that they stand on. @see WCAG 2.2, success criterion 1.4.3 */
export const leastContrast = 4.5;

/**
 * The contrast of two colours, from 1 to 21.
 * @param one - as #rrggbb, in sRGB; so is the other
 * @see WCAG 2.2, contrast ratio and relative luminance
 */
export function contrastOf(one: string, other: string): number {
  const [light, dark] = [luminanceOf(one), luminanceOf(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

function luminanceOf(colour: string): number {
  const [red, green, blue] = [1, 3, 5].map(at => linear(parseInt(colour.slice(at, at + 2), 16) / 255)) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function linear(channel: number): number {
  return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
}

/** A contrast as people read it, such as "7.1 : 1"; cut, not rounded, so that it never looks like enough when it is not. */
export function contrastWords(contrast: number): string {
  return `${(Math.floor(contrast * 10) / 10).toFixed(1)} : 1`;
}
