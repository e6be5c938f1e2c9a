import { readFileSync } from 'node:fs';
import wcag from 'wcag-contrast';

const read = (file: string) => readFileSync(file, 'utf8');
const colours = (text: string, pattern: RegExp) => Object.fromEntries([...text.matchAll(pattern)].map(match => [match[1]!, match[2]!]));

// WCAG 2.2, 1.4.3 (text 4.5:1) and 1.4.11 (edges of controls 3:1), by the formula of an independent library.
describe('contrast', () => {
  it('agrees with the published values', () => {
    for (const [a, b, ratio] of [
      ['#767676', '#ffffff', 4.5422],
      ['#777777', '#ffffff', 4.4781],
      ['#ff0000', '#ffffff', 3.9985],
    ] as const)
      expect(wcag.hex(a, b)).toBeCloseTo(ratio, 4);
  });

  const editor = colours(read('web/styles/_tokens.scss'), /\$([\w-]+): (#[0-9a-f]{6})/g);
  for (const ground of ['paper', 'sheet', 'tide-wash']) {
    for (const ink of ['ink', 'ink-2', 'tide', 'leaf'])
      it(`reads in the editor: ${ink} on ${ground}`, () => expect(wcag.hex(editor[ink]!, editor[ground]!)).toBeGreaterThanOrEqual(4.5));
  }
  it('reads in the editor: ember on paper', () => expect(wcag.hex(editor['ember']!, editor['paper']!)).toBeGreaterThanOrEqual(4.5));
  it('bounds a control in the editor', () => expect(wcag.hex(editor['edge']!, editor['paper']!)).toBeGreaterThanOrEqual(3));

  const theme = colours(read('themes/shore/assets/shore.css'), /--([\w-]+): (#[0-9a-f]{6})/g);
  const pairs = [
    ['page-ink', 'page-ground'],
    ['page-quiet', 'page-ground'],
    ['link-ink', 'page-ground'],
    ['link-ink', 'glass-ground'],
    ['link-ink', 'sand-ground'],
    ['sea-ink', 'sea-ground'],
    ['calm-ink', 'calm-ground'],
    ['caution-ink', 'caution-ground'],
    ['danger-ink', 'danger-ground'],
  ] as const;
  it('reads in the theme on the brightest of pictures', () => {
    // A shade over white, as CSS Compositing mixes them.
    const [, colour, shade] = /--least-shade: (#[0-9a-f]{6})([0-9a-f]{2});/.exec(read('themes/shore/assets/shore.css'))!;
    const strength = parseInt(shade!, 16) / 255;
    const mixed = [1, 3, 5].map(at => Math.round(parseInt(colour!.slice(at, at + 2), 16) * strength + 255 * (1 - strength)));
    const ground = `#${mixed.map(each => each.toString(16).padStart(2, '0')).join('')}`;
    expect(wcag.hex(theme['sea-ink']!, ground)).toBeGreaterThanOrEqual(4.5);
  });
  for (const [ink, ground] of pairs)
    it(`reads in the theme: ${ink} on ${ground}`, () => expect(wcag.hex(theme[ink]!, theme[ground]!)).toBeGreaterThanOrEqual(4.5));
});
