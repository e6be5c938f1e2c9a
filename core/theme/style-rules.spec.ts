import { readFileSync } from 'node:fs';
import wcag from 'wcag-contrast';
import { styleOfPage } from './style-rules';

describe('styleOfPage', () => {
  const rules = [
    { style: 'dusk', section: 'visit', locale: 'cy' },
    { style: 'meadow', section: 'visit', locale: null },
    { style: 'dusk', section: null, locale: 'de' },
  ];
  for (const [lineage, locale, style] of [
    [['hides', 'visit', 'front'], 'cy', 'dusk'],
    [['visit', 'front'], 'en-GB', 'meadow'],
    [['visit', 'front'], 'de', 'meadow'],
    [['front'], 'de', 'dusk'],
    [['front'], 'cy', ''],
    [[], 'de', 'dusk'],
  ] as const)
    it(`${lineage.join(' under ') || 'a page nobody wrote'} in ${locale}: ${style || 'none'}`, () =>
      expect(styleOfPage(rules, lineage, locale)).toBe(style));
});

// WCAG 2.2 success criterion 1.4.3: at least 4.5 to 1 for words; the ratios are those of an independent library.
describe('every style of the theme', () => {
  const css = readFileSync('themes/shore/assets/shore.css', 'utf8');
  const tokensOf = (selector: string) => {
    const block = css.slice(css.indexOf(`${selector} {`));
    return Object.fromEntries(
      [...block.slice(0, block.indexOf('}')).matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(each => [each[1]!, each[2]!]),
    );
  };
  const { styles } = JSON.parse(readFileSync('themes/shore/manifest.json', 'utf8')) as { styles: { name: string }[] };
  const pairs = [
    ...['page-ink', 'page-quiet', 'link-ink', 'site-name-ink'].map(ink => [ink, 'page-ground']),
    ...['glass-ground', 'sand-ground', 'card-ground'].flatMap(ground => ['page-ink', 'link-ink'].map(ink => [ink, ground])),
    ...['sea', 'calm', 'caution', 'danger'].map(tone => [`${tone}-ink`, `${tone}-ground`]),
  ] as [string, string][];
  for (const name of ['', ...styles.map(each => each.name)])
    it(`${name || 'none'} can be read`, () => {
      const tokens = { ...tokensOf(':root'), ...(name ? tokensOf(`[data-style='${name}']`) : {}) };
      for (const [ink, ground] of pairs)
        expect(wcag.hex(tokens[ink]!, tokens[ground]!)).withContext(`${ink} on ${ground}`).toBeGreaterThanOrEqual(4.5);
    });
});
