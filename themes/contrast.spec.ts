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

  const css = read('themes/shore/assets/shore.css');
  const tokensOf = (selector: string) => {
    const block = css.slice(css.indexOf(`${selector} {`));
    return colours(block.slice(0, block.indexOf('}')), /--([\w-]+): (#[0-9a-f]{6})/g);
  };
  const theme = tokensOf(':root');
  const pairs = [
    ...['page-ink', 'page-quiet', 'link-ink', 'site-name-ink'].map(ink => [ink, 'page-ground']),
    ...['glass-ground', 'sand-ground', 'card-ground'].flatMap(ground => ['page-ink', 'link-ink'].map(ink => [ink, ground])),
    ...['sea', 'calm', 'caution', 'danger'].map(tone => [`${tone}-ink`, `${tone}-ground`]),
  ] as [ink: string, ground: string][];
  it('reads in the theme on the brightest of pictures', () => {
    // A shade over white, as CSS Compositing mixes them.
    const [, colour, shade] = /--least-shade: (#[0-9a-f]{6})([0-9a-f]{2});/.exec(read('themes/shore/assets/shore.css'))!;
    const strength = parseInt(shade!, 16) / 255;
    const mixed = [1, 3, 5].map(at => Math.round(parseInt(colour!.slice(at, at + 2), 16) * strength + 255 * (1 - strength)));
    const ground = `#${mixed.map(each => each.toString(16).padStart(2, '0')).join('')}`;
    expect(wcag.hex(theme['sea-ink']!, ground)).toBeGreaterThanOrEqual(4.5);
  });
  const { styles } = JSON.parse(read('themes/shore/manifest.json')) as { styles: { name: string }[] };
  for (const name of ['', ...styles.map(each => each.name)]) {
    const tokens = { ...theme, ...(name ? tokensOf(`[data-style='${name}']`) : {}) };
    for (const [ink, ground] of pairs)
      it(`reads in the theme${name && `, ${name}`}: ${ink} on ${ground}`, () =>
        expect(wcag.hex(tokens[ink]!, tokens[ground]!)).toBeGreaterThanOrEqual(4.5));
  }
});
